/** What is said of the machine Ergon runs on: how it is, and how phones reach it. */
import type { BackupHealth, HealthAnswer, TlsKind } from '../record/machineExchange.ts';

/** One thing about the machine. */
export interface MachineLine {
  name: string;
  text: string;
  /** Something a person has to do something about. */
  wrong: boolean;
}

const BACKUP_TEXT: Readonly<Record<BackupHealth, string>> = {
  ok: 'The last one was restored as a trial, and is whole.',
  none: 'None yet. The first is made ten minutes after the first start.',
  old: 'A day or more was missed. See whether the machine runs each day, and its log.',
  unchecked: 'The last one was not restored as a trial: it may be whole, nobody knows.',
  failed: 'The last try went wrong. What was made before is still there.',
};
const BACKUP_WRONG: ReadonlySet<BackupHealth> = new Set(['old', 'unchecked', 'failed']);

/** @param health null where the server does not answer. */
export function healthLines(health: HealthAnswer | null): MachineLine[] {
  if (!health)
    return [{ name: 'Ergon', text: 'It does not answer. Phones keep what waits. Start it again.', wrong: true }];
  const { database, disk, backup } = health;
  return [
    database === 'ok'
      ? { name: 'Database', text: 'It answers.', wrong: false }
      : {
          name: 'Database',
          text: 'It does not answer. It is started again by itself; phones keep what waits.',
          wrong: true,
        },
    disk === 'ok'
      ? { name: 'Disk', text: 'There is room.', wrong: false }
      : { name: 'Disk', text: 'It is full: nothing new is taken. Make room, and it goes on by itself.', wrong: true },
    { name: 'Backups', text: BACKUP_TEXT[backup], wrong: BACKUP_WRONG.has(backup) },
  ];
}

/** What everybody should know before a passphrase is typed in the open. */
export const IN_THE_OPEN =
  'There is no TLS here: whoever shares the network can read passphrases and change what is sent, and phones keep nothing for when it is away.';

/** @param others whether anybody but the machine itself can open it. */
export function reachText(tls: TlsKind, others: boolean): string {
  if (!others) return 'Only this machine can open Ergon. To let phones in, start it with ERGON_HOST=0.0.0.0.';
  if (tls === 'off') return `${IN_THE_OPEN} Start Ergon with ERGON_TLS=own.`;
  if (tls === 'proxy') return 'The certificate is of the proxy before Ergon.';
  return 'Phones that know who made its certificate open it without a warning.';
}

/** Of a machine that vouches for itself. @param isHere on its own screen: there the fingerprint follows. */
export const warningText = (isHere: boolean): string =>
  `A phone warns once, since the machine vouches for itself. Go on only if the phone shows ${isHere ? 'this fingerprint:' : 'the fingerprint that stands on the machine’s own screen.'}`;

/** What it takes to open without the network. @param isHere as above. */
export function trustText(isHere: boolean): string {
  const why =
    'To open without the network a phone has to trust the machine, which can vouch for addresses of local networks alone.';
  const how =
    'Fetch its certificate on the phone, and trust it in the phone’s settings only if its fingerprint there is';
  return `${why} ${how} ${isHere ? 'this:' : 'the one on the machine’s own screen.'}`;
}

/** Of an address the certificate does not name. */
export const notVouchedText = (tls: TlsKind): string =>
  tls === 'own'
    ? 'This address is a public one, for which the machine cannot vouch: a phone goes on warning, and keeps nothing for when the network is away. Give Ergon a certificate with ERGON_TLS_CERT and ERGON_TLS_KEY.'
    : 'The certificate may not be good for this address. Open Ergon by the name it was made for: ERGON_NAMES.';

/** 20,000,000 is "20 MB". */
export function bytesText(bytes: number): string {
  const units = ['kB', 'MB', 'GB', 'TB'];
  let [size, at] = [bytes / 1000, 0];
  for (; size >= 999.5 && at < units.length - 1; at += 1) size /= 1000;
  return `${size < 10 ? Number(size.toFixed(1)) : Math.round(size)} ${units[at]}`;
}
