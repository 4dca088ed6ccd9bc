import { linesOf, type SignalLine } from '../src/verdict/signalLine';
import { lineSentence, namesOf, verdictText } from '../src/words/wording';
import { baseKit, judgeBase, type Spoil } from './baseRig';

const lineFor = (light: string, spoil: Spoil = {}, body = 0): SignalLine => {
  const judgement = judgeBase(spoil);
  return linesOf(judgement, judgement.shots[body]!).find((line) => line.light.id === light)!;
};
const states = (line: SignalLine) => line.stations.map((station) => station.state).join(' ');

test('a whole line runs through eight stations', () =>
  expect(states(lineFor('remote'))).toBe('ok ok ok ok ok ok ok ok'));

test('a wire skips sender and air, an eye starts in the air', () => {
  expect(states(lineFor('wired'))).toBe('ok ok none none ok ok ok ok');
  expect(states(lineFor('eye'))).toBe('none none none ok ok ok ok ok');
  expect(lineFor('eye').watches).toEqual(['remote']);
});

test('a line stops at the step that fails, and what lies beyond is not reached', () => {
  const line = lineFor('remote', { settings: { remote: { channel: 3 } } });
  expect(states(line)).toBe('ok ok ok ok fail beyond beyond beyond');
  expect(line.stations[4]).toMatchObject({ stage: 'hearer', unit: 'remote', code: 'hearer.channel' });
  expect(line.fault?.code).toBe('hearer.channel');
});

test('a loss is carried on to the frame; an early pulse is not', () => {
  expect(states(lineFor('remote', { settings: { 'body-1': { shutter: '1/320' } } }))).toBe('ok ok ok ok ok ok ok loss');
  expect(states(lineFor('answered', { settings: { answered: { power: -7 } } }))).toBe('ok ok ok ok ok ok loss ok');
  expect(states(lineFor('eye', { settings: { eye: { sees: ['metered'] } } }))).toBe(
    'none none none ok loss beyond beyond beyond',
  );
});

test('an unrecorded field is dotted where it stands, and a later certain fault still shows', () => {
  expect(states(lineFor('remote', { settings: { remote: { channel: null } } }))).toBe('ok ok ok ok unknown ok ok ok');
  expect(states(lineFor('remote', { settings: { sender: { on: null }, remote: { networkId: 5 } } }))).toBe(
    'ok ok unknown ok fail beyond beyond beyond',
  );
  expect(states(lineFor('remote', { settings: { 'body-1': { shutter: null } } }))).toBe('ok ok ok ok ok ok ok unknown');
  expect(states(lineFor('remote', { settings: { remote: { power: null } } }))).toBe('ok ok ok ok ok ok unknown ok');
});

test('a shared fault is the same station on every line', () => {
  const judgement = judgeBase({ settings: { sender: { on: false } } });
  const lines = linesOf(judgement, judgement.shots[0]!).filter((line) => line.sender === 'sender');
  expect(lines.map((line) => line.stations[2]!.state)).toEqual(['fail', 'fail']);
});

test('a receiver stands at the hearer, the flash it drives behind it', () => {
  const line = lineFor('answered');
  expect(line.stations[4]!.unit).toBe('answer');
  expect(line.stations[6]!.unit).toBe('answered');
});

test('a line reads as a sentence', () => {
  const names = namesOf(baseKit());
  const spoil: Spoil = { settings: { remote: { channel: 3, purpose: 'Rim', place: 'door' } } };
  expect(lineSentence(lineFor('remote', spoil), names)).toBe(
    'Remote, Rim, door. Silent, lost where it is received: channel 3, sender on 11.',
  );
  const off = lineFor('remote', { settings: { sender: { on: false } } });
  expect(lineSentence(off, names)).toBe('Remote. Silent, lost at the sender, Sender: sender is off.');
  expect(lineSentence(lineFor('remote'), names)).toBe('Remote. In the frame.');
});

test('verdicts carry their numbers', () => {
  expect(verdictText(lineFor('answered', { settings: { answered: { power: -7 } } }).verdict)).toBe('+2 stops off');
  // 1/320 is 2^-(8 1/3) s = 3100 us; lit 1 - (3400 + 500 - 3100) / 3400.
  expect(verdictText(lineFor('remote', { settings: { 'body-1': { shutter: '1/320' } } }).verdict)).toBe(
    '76 % of the frame',
  );
});
