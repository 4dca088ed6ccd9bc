/** The words of the interface, what each means, and what people call it elsewhere. */

export interface Term {
  word: string;
  means: string;
  /** Other people's words for it. */
  elsewhere: readonly string[];
}

/** In the order of a signal's way, then what is planned, then what is known. */
export const GLOSSARY: readonly Term[] = [
  { word: 'body', means: 'A camera.', elsewhere: ['camera body'] },
  {
    word: 'shoe, foot',
    means: 'The socket on a body or a trigger; the plug under what sits in it.',
    elsewhere: ['hot shoe', 'accessory shoe'],
  },
  {
    word: 'sender',
    means: 'On the body: it says when to fire, and with control also modes and powers.',
    elsewhere: ['transmitter', 'trigger', 'commander unit'],
  },
  {
    word: 'receiver',
    means: 'Hears the sender and fires the flash that hangs on it.',
    elsewhere: ['remote trigger', 'slave unit'],
  },
  {
    word: 'master',
    means: 'A role: it speaks to the remotes of its family.',
    elsewhere: ['commander', 'controller', 'leader'],
  },
  {
    word: 'remote',
    means: 'A role: it does what its master says.',
    elsewhere: ['slave', 'follower', 'off-camera mode'],
  },
  {
    word: 'eye',
    means: 'A role: it fires at a light it sees. S1 answers the first pulse, S2 the second.',
    elsewhere: ['optical slave', 'slave cell', 'photo cell'],
  },
  {
    word: 'local',
    means: 'A role: on its own, it neither speaks nor listens.',
    elsewhere: ['stand-alone', 'on-camera mode'],
  },
  {
    word: 'family',
    means: 'Models that talk to each other, whatever the name on the box.',
    elsewhere: ['radio system', 'protocol'],
  },
  {
    word: 'channel',
    means: 'The numbered frequency or code; the same at both ends.',
    elsewhere: ['frequency', 'code', 'dip switches'],
  },
  {
    word: 'ID',
    means: 'A second number that must match too, where a family has one.',
    elsewhere: ['network number', 'PIN'],
  },
  { word: 'group', means: 'The letter by which a master sets several lights together.', elsewhere: ['zone', 'bank'] },
  { word: 'lamp', means: 'The tube, its power and its cells.', elsewhere: ['tube', 'head', 'bulb'] },
  {
    word: 'frame',
    means: 'The picture: a light is in it when it fires while the whole of it is open.',
    elsewhere: ['picture', 'exposure'],
  },
  {
    word: 'sync time',
    means: 'The shortest shutter time at which the whole frame is open at once.',
    elsewhere: ['sync speed', 'X-sync'],
  },
  {
    word: 'high-speed sync',
    means: 'A train of pulses as long as the curtains travel. It costs power.',
    elsewhere: ['HSS', 'focal-plane sync'],
  },
  {
    word: 'tail sync',
    means: 'One long pulse, timed so that the slit travels through its tail.',
    elsewhere: ['long-pulse sync'],
  },
  {
    word: 'rear curtain',
    means: 'The light fires just before the shutter closes.',
    elsewhere: ['second curtain', 'curtain sync', 'trailing curtain'],
  },
  {
    word: 'TTL',
    means: 'The body meters a weak flash first and sets the power by it.',
    elsewhere: ['automatic flash', 'through the lens'],
  },
  { word: 'manual', means: 'The power is what is set.', elsewhere: ['fixed power'] },
  { word: 'pre-flash', means: 'The weak metering pulse before the main one.', elsewhere: ['metering flash'] },
  {
    word: 'look',
    means: 'One arrangement of lights with their settings.',
    elsewhere: ['setup', 'scene', 'lighting plan'],
  },
  { word: 'moment', means: 'A stretch of the evening that uses a look.', elsewhere: ['slot', 'shot-list entry'] },
  {
    word: 'line',
    means: 'The way of the signal from the shutter to the frame, station by station.',
    elsewhere: ['signal path', 'chain'],
  },
  { word: 'to dial', means: 'Set here, and not yet on the unit.', elsewhere: ['pending', 'to do'] },
  { word: 'walk', means: 'Going to a unit to change it; it costs seconds.', elsewhere: [] },
  { word: 'silent', means: 'Computed: no signal reaches it, and it will not fire.', elsewhere: ['dead', 'no fire'] },
  { word: 'dark', means: 'Seen: somebody looked, and it did not fire.', elsewhere: ['misfire', 'dead'] },
  { word: 'computed', means: 'By what is set it fires as meant; nobody has seen it yet.', elsewhere: ['theoretical'] },
  { word: 'proven', means: 'A test fire with these very settings was seen.', elsewhere: ['tested', 'confirmed'] },
  { word: 'unknown', means: 'Nobody has recorded what it depends on; it may fire or not.', elsewhere: [] },
];

/** Terms that have it in their own word or in another's, then those that have it in what they mean. */
export function termsWith(sought: string): Term[] {
  const text = sought.trim().toLowerCase();
  const has = (words: readonly string[]) => words.some((word) => word.toLowerCase().includes(text));
  const named = GLOSSARY.filter(({ word, elsewhere }) => has([word, ...elsewhere]));
  return [...named, ...GLOSSARY.filter((term) => !named.includes(term) && has([term.means]))];
}
