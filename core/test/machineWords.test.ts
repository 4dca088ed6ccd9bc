import type { HealthAnswer } from '../src/record/machineExchange';
import { bytesText, healthLines, notVouchedText, reachText, trustText, warningText } from '../src/words/machineWords';

const well: HealthAnswer = { status: 'ok', database: 'ok', disk: 'ok', backup: 'ok' };
const wrong = (health: HealthAnswer | null) =>
  healthLines(health)
    .filter((line) => line.wrong)
    .map(({ name }) => name);

test('what is wrong with the machine is named, and nothing else', () => {
  expect(wrong(well)).toEqual([]);
  expect(wrong({ ...well, database: 'away' })).toEqual(['Database']);
  expect(wrong({ ...well, disk: 'full' })).toEqual(['Disk']);
  expect(wrong({ ...well, backup: 'none' })).toEqual([]);
  for (const backup of ['old', 'unchecked', 'failed'] as const) expect(wrong({ ...well, backup })).toEqual(['Backups']);
  expect(wrong(null)).toEqual(['Ergon']);
  // Only a backup that was tried is called whole.
  const called = (['ok', 'none', 'old', 'unchecked', 'failed'] as const).filter((backup) =>
    healthLines({ ...well, backup }).some(({ text }) => text.includes('is whole')),
  );
  expect(called).toEqual(['ok']);
});

test('how phones reach it: what is at risk in the open, and what only the machine’s own screen may show', () => {
  expect(reachText('off', false)).toMatch(/ERGON_HOST=0\.0\.0\.0/);
  expect(reachText('off', true)).toMatch(/read passphrases.*ERGON_TLS=own/);
  // Who made a certificate that was given, or what a proxy shows, nobody here knows.
  expect(reachText('given', true)).toMatch(/^Phones that know who made it|^Phones that know who made its/);
  expect(reachText('proxy', true)).toMatch(/of the proxy/);
  for (const text of [warningText, trustText]) {
    expect(text(true)).toMatch(/this( fingerprint)?:$/);
    expect(text(false)).toMatch(/on the machine’s own screen\.$/);
  }
  expect(notVouchedText('own')).toMatch(/ERGON_TLS_CERT/);
  expect(notVouchedText('given')).toMatch(/ERGON_NAMES/);
});

test.each([
  [0, '0 kB'],
  [512, '0.5 kB'],
  [9949, '9.9 kB'],
  [16_400, '16 kB'],
  [999_400, '999 kB'],
  [999_500, '1 MB'],
  [81_561_837_568, '82 GB'],
  [5e15, '5000 TB'],
])('%d bytes are %s', (bytes, text) => {
  expect(bytesText(bytes)).toBe(text);
});
