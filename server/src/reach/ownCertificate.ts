/**
 * A machine that is its own authority: phones that trust it once go on trusting it in the next venue, where its address is
 * another. It can vouch for addresses of local networks alone, so that whoever gets hold of its key cannot pose as more.
 */
// Before the package that makes certificates, which needs it.
import 'reflect-metadata';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate as Written,
  X509CertificateGenerator,
} from '@peculiar/x509';
import { createPrivateKey, KeyObject, webcrypto, X509Certificate } from 'node:crypto';
import { isIP } from 'node:net';
import { isIn, LOCAL } from './ranges.ts';

/** What proves a name, and the key it does so with, as PEM. */
export interface Pem {
  cert: string;
  key: string;
}

const DAY_MS = 86_400_000;
const AUTHORITY_DAYS = 3650;
/** Phones refuse one that is good for much longer than a year. */
const SERVER_DAYS = 365;
/** A phone's clock may be behind. */
const BEFORE_DAYS = 3;
const RENEW_DAYS = 30;

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
const LOCAL_NAMES = ['local', 'localhost'];

/** Whether a certificate made here may name it. */
export const isLocal = (nameOrAddress: string): boolean =>
  isIP(nameOrAddress) ? isIn(LOCAL, nameOrAddress) : LOCAL_NAMES.some((end) => `.${nameOrAddress}`.endsWith(`.${end}`));

/** @param machine its name, which stands in a phone's list of what it trusts. */
export async function makeAuthority(machine: string, now: Date): Promise<Pem> {
  const keys = await newKeys();
  const cert = await X509CertificateGenerator.createSelfSigned({
    name: [{ CN: [`Ergon on ${machine}, ${now.toISOString().slice(0, 10)}`] }],
    keys,
    signingAlgorithm: ALGORITHM,
    ...validFor(AUTHORITY_DAYS, now),
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
      localOnly(),
    ],
  });
  return pemOf(cert, keys.privateKey);
}

/** Names and addresses must be local: see isLocal. */
export async function certify(authority: Pem, namesAndAddresses: readonly string[], now: Date): Promise<Pem> {
  const keys = await newKeys();
  const issuer = new Written(authority.cert);
  const cert = await X509CertificateGenerator.create({
    subject: [{ CN: ['Ergon'] }],
    issuer: issuer.subject,
    publicKey: keys.publicKey,
    signingKey: await signingKeyOf(authority),
    signingAlgorithm: ALGORITHM,
    ...validFor(SERVER_DAYS, now),
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension(
        namesAndAddresses.map((value) => ({ type: isIP(value) ? 'ip' : 'dns', value })),
      ),
      await AuthorityKeyIdentifierExtension.create(issuer),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return pemOf(cert, keys.privateKey);
}

/** @param nameOrAddress as it is opened. */
export const isGoodFor = (cert: X509Certificate, nameOrAddress: string): boolean =>
  (isIP(nameOrAddress) ? cert.checkIP(nameOrAddress) : cert.checkHost(nameOrAddress)) !== undefined;

/** Whether it can still be used as it is, for all of these, and for a while. */
export function stillGood(pem: Pem, now: Date, forAll: readonly string[] = []): boolean {
  try {
    const cert = new X509Certificate(pem.cert);
    if (Date.parse(cert.validTo) < now.getTime() + RENEW_DAYS * DAY_MS) return false;
    if (!cert.checkPrivateKey(createPrivateKey(pem.key))) return false;
    return forAll.every((one) => isGoodFor(cert, one));
  } catch {
    return false;
  }
}

export const isIssuedBy = (pem: Pem, authority: Pem): boolean => {
  const [cert, issuer] = [new X509Certificate(pem.cert), new X509Certificate(authority.cert)];
  return cert.checkIssued(issuer) && cert.verify(issuer.publicKey);
};

const newKeys = () => webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);

const validFor = (days: number, now: Date) => ({
  notBefore: new Date(now.getTime() - BEFORE_DAYS * DAY_MS),
  notAfter: new Date(now.getTime() + days * DAY_MS),
});

function localOnly(): Extension {
  const permitted = [
    ...LOCAL_NAMES.map((dNSName) => new GeneralName({ dNSName })),
    ...LOCAL.map((iPAddress) => new GeneralName({ iPAddress })),
  ].map((base) => new GeneralSubtree({ base }));
  const constraints = new NameConstraints({ permittedSubtrees: new GeneralSubtrees(permitted) });
  return new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(constraints));
}

const pemOf = (cert: Written, key: webcrypto.CryptoKey): Pem => ({
  cert: `${cert.toString('pem')}\n`,
  key: KeyObject.from(key).export({ type: 'pkcs8', format: 'pem' }) as string,
});

function signingKeyOf({ key }: Pem): Promise<webcrypto.CryptoKey> {
  const der = createPrivateKey(key).export({ type: 'pkcs8', format: 'der' });
  return webcrypto.subtle.importKey('pkcs8', der, ALGORITHM, false, ['sign']);
}
