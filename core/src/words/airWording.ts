/** What is said of the air: where nets are and go, what is wrong where, and the sheet for other crews. */
import type { AirPlan, NetPlan } from '../air/airPlan.ts';
import { type CodeSort, isSeated, type Net, type Seat } from '../air/nets.ts';
import { type Trouble, type TroubleCode, TROUBLES } from '../air/troubles.ts';
import type { Family } from '../record/family.ts';
import type { OnAir, OtherCrew } from '../record/onAir.ts';
import { listed, type Names } from './settingWords.ts';
import { durationText } from './saying.ts';

const codeText = (sort: CodeSort, code: number | null): string | null => {
  if (sort === 'none') return null;
  if (sort === 'pin') return code === null ? 'PIN not recorded' : `PIN ${code}`;
  return code === null ? 'ID not recorded' : code === 0 ? 'ID off' : `ID ${code}`;
};

/** "channel 11, ID 27". */
export function seatText({ codeSort }: Pick<Net, 'codeSort'>, { channel, code }: Seat): string {
  const where = channel === null ? 'channel not recorded' : `channel ${channel}`;
  return [where, codeText(codeSort, code)].filter(Boolean).join(', ');
}

/** What a crew told: "Plover, channel 11, ID not told". */
export function toldByCrew({ family, channel, networkId }: OtherCrew, names: Names): string {
  if (family == null) return 'triggers not told';
  const where = channel == null ? 'channel not told' : `channel ${channel}`;
  const id = networkId == null ? 'ID not told' : networkId === 0 ? 'ID off' : `ID ${networkId}`;
  return `${names.family(family)}, ${where}, ${id}`;
}

/** "2412 MHz, 20 wide", as far as it is recorded. */
export const spanText = (mhz: number | null | undefined, widthMhz: number | null | undefined): string =>
  mhz == null
    ? 'frequency not recorded'
    : `${Number(mhz.toFixed(3))} MHz, ${widthMhz == null ? 'width not recorded' : `${widthMhz} wide`}`;

function whoText({ who }: Trouble, names: Names): string {
  if (who === null) return '';
  if (who.of === 'net') return `our ${names.family(who.id)}`;
  return who.of === 'crew' ? names.unit(who.id) : who.id;
}

const distance = (mhz: number | null): string => `${Number(Math.abs(mhz ?? 0).toFixed(1))} MHz`;

type Say = (trouble: Trouble, who: string) => string;

const SAYS: Record<TroubleCode, Say> = {
  ours: ({ certain }, who) => (certain ? `${who} is there too` : `${who} may be there too: not recorded`),
  theirs: ({ certain }, who) =>
    certain ? `${who} would fire these lights` : `${who} may fire these lights: they have not told`,
  bad: (_, who) => `${who} found it bad here`,
  overlap: (_, who) => `lies inside ${who}`,
  shared: (_, who) => `${who} is on the same channel, kept apart by the ID alone`,
  near: ({ mhz }, who) => `only ${distance(mhz)} from ${who}`,
  'no-code': () => 'no ID keeps strangers out',
};

/** "lies inside House network". */
export const troubleText = (trouble: Trouble, names: Names): string =>
  SAYS[trouble.code](trouble, whoText(trouble, names));

/** The worst of several first. */
export const troublesText = (troubles: readonly Trouble[], names: Names): string =>
  [...troubles]
    .sort((a, b) => TROUBLES.indexOf(a.code) - TROUBLES.indexOf(b.code))
    .map((one) => troubleText(one, names))
    .join('; ');

/** Who is there and has not told what they fire with: until they do, no plan is sure. Empty where everybody told. */
export function notToldText(onAir: readonly OnAir[]): string {
  const silent = onAir.filter((one) => one.sort === 'crew' && (one.family == null || one.channel == null));
  const names = silent.map((one) => ('name' in one ? one.name : ''));
  return names.length === 0 ? '' : `Not told yet: ${names.join(', ')}. Ask them: until then nobody can be sure.`;
}

const isSameSeat = (a: Seat, b: Seat): boolean => a.channel === b.channel && a.code === b.code;

/** "Plover stays on channel 11, ID 27." or "Plover goes from channel 11 to channel 4, ID 27: lies inside House network." */
export function netSentence({ net, to, was }: NetPlan, names: Names): string {
  const stays = isSameSeat(net.now, to);
  if (stays) return `${net.family.name} stays on ${seatText(net, to)}.`;
  const apart = net.members.some((member) => !isSeated(member, net.now));
  const why = was.length > 0 ? `: ${troublesText(was, names)}` : apart ? ': not all of it is there now' : '';
  return `${net.family.name} goes from ${seatText(net, net.now)} to ${seatText(net, to)}${why}.`;
}

/** What is dialled for it, and what that takes. */
export function touchedSentence({ touched, seconds }: NetPlan, names: Names): string {
  if (touched.length === 0) return 'Nobody has to touch anything for it.';
  return `Set on ${listed(touched, names)}: ${durationText(seconds)} with the walks.`;
}

/** What was given up; empty where nothing was. */
export const givenUpText = ({ left }: NetPlan, names: Names): string =>
  left.length === 0 ? '' : `Given up: ${troublesText(left, names)}.`;

/** What of a net's place in the air nobody can know. */
export function unknownText({ net }: NetPlan): string {
  const parts = [
    !net.family.frequencies?.length &&
      `No frequencies are recorded for ${net.family.name}: how far it is from anything else is unknown.`,
    net.unrecorded && `Not every unit of ${net.family.name} says which channels it has.`,
  ];
  return parts.filter(Boolean).join(' ');
}

/** What to do where a family has too few channels for everybody. */
export function exhaustedAdvice(family: Family): string[] {
  const ways = [
    'agree turns: one crew shoots while the other has its triggers off',
    typeof family.networkIds === 'object' && family.networkIds !== null && 'set an ID on every unit that has one',
    family.medium === 'optical' && 'fire by radio instead of light',
    family.medium === 'radio' && 'fire by an eye or by another family',
    'fire the nearest light by a cable',
  ].filter(Boolean);
  const sentence = 'Say to them: “We share your channel. Shall we take turns, or can one of us change?”';
  return [`${family.name} has no channel left that is nobody’s. What is left: ${ways.join('; ')}.`, sentence];
}

export const planSentence = ({ nets, exact }: AirPlan): string => {
  const moved = nets.filter(({ net, to }) => !isSameSeat(net.now, to)).length;
  if (nets.length === 0) return 'Nothing of ours speaks over the air here.';
  const seconds = nets.reduce((sum, net) => sum + net.seconds, 0);
  const what =
    moved === 0
      ? 'Everything can stay where it is.'
      : `${moved} of ${nets.length} nets should move: ${durationText(seconds)} of work, walks included.`;
  return exact ? what : `${what} A good plan; there are too many nets to weigh every other.`;
};

/** Where a net is, and where it goes while the plan is not set yet. */
const oursText = ({ net, to }: NetPlan): string => {
  const going = isSameSeat(net.now, to) ? '' : `, going to ${seatText(net, to)}`;
  return `${net.family.name}: ${seatText(net, net.now)}${going}`;
};

/** The sheet to hand to other crews: who sits where, and what was agreed. */
export function airSheet(plan: AirPlan, onAir: readonly OnAir[], names: Names): { heading: string; lines: string[] }[] {
  const crews = onAir.filter((one) => one.sort === 'crew');
  const emitters = onAir.filter((one) => one.sort === 'emitter');
  const agreed = crews.filter((one) => one.agreed === true);
  return [
    { heading: 'Ours', lines: plan.nets.map((net) => oursText(net)) },
    { heading: 'Theirs', lines: crews.map((one) => `${one.name}: ${toldByCrew(one, names)}`) },
    { heading: 'Also on the air', lines: emitters.map((one) => `${one.name}: ${spanText(one.mhz, one.widthMhz)}`) },
    { heading: 'Agreed', lines: agreed.map(({ name }) => `with ${name}`) },
  ].map(({ heading, lines }) => ({ heading, lines: lines.length > 0 ? lines : ['nothing'] }));
}
