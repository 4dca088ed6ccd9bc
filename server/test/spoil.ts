/** Requests that were in order until something of them was changed, as fast-check's generator has it: the same again by the same seed. */
import type { Draw } from '../../core/test/draw';

const DEEP = JSON.parse(`${'['.repeat(300)}${']'.repeat(300)}`) as unknown;
const MANY = Object.fromEntries(Array.from({ length: 2000 }, (_, at) => [`key-${at}`, at]));

/** What somebody may put in the place of anything. */
const ODD: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e308,
  4_294_967_296,
  '',
  ' ',
  'x'.repeat(5000),
  'a\u0000b',
  'a\ud800',
  '\u202eabc',
  '😀'.repeat(40),
  '2027-13-45T99:99:99Z',
  "' OR 1=1 -- ",
  '%s%n${jndi}<script>',
  '../../etc/passwd',
  'constructor',
  '__proto__',
  [],
  {},
  [[]],
  DEEP,
  MANY,
  JSON.parse('{"__proto__":{"isDemo":true},"constructor":{"prototype":1}}'),
];

/** The value with one thing in it changed, taken out, put twice, or put where it does not belong. @param names of somebody else. */
export function spoiled(value: unknown, draw: Draw, names: readonly string[]): unknown {
  if (typeof value !== 'object' || value === null || draw.oneIn(8)) return odd(draw, names);
  if (Array.isArray(value)) return spoiledList(value, draw, names);
  const keys = Object.keys(value);
  const key = keys.length === 0 ? 'extra' : draw.pick(...keys);
  const copy: Record<string, unknown> = { ...value };
  const how = draw.integer(0, 5);
  if (how === 0) delete copy[key];
  else if (how === 1) copy[draw.pick('extra', 'crewId', 'toString', 'x'.repeat(300), '\u0000')] = odd(draw, names);
  else if (how === 2 && keys.length > 1) copy[key] = copy[draw.pick(...keys)];
  else copy[key] = spoiled(copy[key], draw, names);
  return copy;
}

function spoiledList(value: readonly unknown[], draw: Draw, names: readonly string[]): unknown[] {
  const at = draw.integer(0, Math.max(0, value.length - 1));
  const how = draw.integer(0, 3);
  if (how === 0) return value.filter((_, index) => index !== at);
  if (how === 1) return [...value, ...value, odd(draw, names)];
  return value.map((one, index) => (index === at ? spoiled(one, draw, names) : one));
}

const odd = (draw: Draw, names: readonly string[]): unknown =>
  draw.oneIn(3) && names.length > 0 ? draw.pick(...names) : draw.pick(...ODD);

/** The bytes with some of them cut off, turned, or put twice. */
export function spoiledBytes(bytes: Buffer, draw: Draw): Buffer {
  const at = draw.integer(0, Math.max(0, bytes.length - 1));
  const how = draw.integer(0, 3);
  if (how === 0) return bytes.subarray(0, at);
  if (how === 1) return Buffer.concat([bytes, bytes]);
  if (how === 2) return Buffer.concat([bytes.subarray(0, at), Buffer.from([0xff, 0xfe, 0xc0]), bytes.subarray(at)]);
  const turned = Buffer.from(bytes);
  if (turned.length > 0) turned[at] = turned[at]! ^ (1 << draw.integer(0, 7));
  return turned;
}

/** An address with something in it changed; still one that can be sent. */
export function spoiledPath(path: string, draw: Draw, names: readonly string[]): string {
  const parts = path.split('/');
  const at = draw.integer(Math.min(2, parts.length - 1), parts.length - 1);
  const odds = ['%00', '%E0%A4%A', '..', '%2e%2e%2f', '.', 'x'.repeat(3000), '%F0%9F%98%80', '__proto__', ...names];
  const query = [
    '?after=-1',
    '?after=1&after=2',
    '?after[]=1',
    '?size=__proto__',
    '?before=99999999999',
    '?a'.repeat(400),
  ];
  if (draw.oneIn(3)) return `${path.split('?')[0]}${draw.pick(...query)}`;
  return parts
    .map((part, index) => (index === at ? encodeURI(draw.pick(...odds)).replaceAll('%25', '%') : part))
    .join('/');
}

const TYPES = ['text/plain', 'application/x-ndjson', 'application/json; charset=koi8-z', 'multipart/form-data', ''];
/** Headers in the place of those that belong there. */
export const spoiledHeaders = (draw: Draw): Record<string, string> =>
  draw.pick<Record<string, string>>(
    { 'content-type': draw.pick(...TYPES) },
    { 'content-encoding': draw.pick('gzip', 'br', 'nonsense') },
    { origin: 'http://elsewhere.example' },
    { 'sec-fetch-site': 'cross-site' },
    { 'last-event-id': draw.pick('-1', 'x', '99999999999999999999') },
    { cookie: draw.pick('ergon.sid=s%3Aforged.x', 'ergon.known=~~..~', 'ergon.sid=%', 'a'.repeat(6000)) },
    { 'x-forwarded-for': draw.pick('', 'x', '::::', '1.2.3.4, 5.6.7.8') },
    { accept: 'application/xml', 'accept-encoding': 'nonsense', 'if-none-match': '*' },
  );
