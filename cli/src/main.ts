import { type KitDocument, parseDocument } from '@ergon/core/record/kitDocument';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { air } from './air.ts';
import { balance } from './balance.ts';
import { cards } from './cards.ts';
import { diagnose } from './diagnose.ts';
import { check } from './check.ts';
import { looksOf } from './chosenLooks.ts';
import { energy } from './energy.ts';
import { fire } from './fire.ts';
import { fix } from './fix.ts';
import { groups } from './groups.ts';
import { power } from './power.ts';
import { propose } from './propose.ts';
import { standin } from './standin/standin.ts';
import { Unusable } from './unusable.ts';
import { whatIf } from './whatIf.ts';

export const USAGE = `usage: ergon check FILE [--look LOOK] [--json]
       ergon fire FILE --look LOOK [--body BODY] [--json]
       ergon fix FILE [--look LOOK] [--at-camera] [--seconds N] [--json]
       ergon whatif FILE [--look LOOK] --set UNIT.SETTING=VALUE [--set ...] [--json]
       ergon propose FILE --lights PURPOSES [--bodies BODIES] [--json]
       ergon air FILE [--event EVENT] [--json]
       ergon groups FILE [--event EVENT] [--json]
       ergon cards FILE [--look LOOK] [--unit UNIT] [--json]
       ergon power FILE --look LOOK [--by STOPS [--lights LIGHTS]] [--json]
       ergon balance FILE --look LOOK [--aperture N] [--room STOPS] [--json]
       ergon energy FILE [--event EVENT] [--json]
       ergon diagnose FILE --seen SEEN [--json]
       ergon standin FILE [--look LOOK] [--actual FILE] [--port N]

check judges every look (or one): what each light does in each shot, and what to mend.
fire presses a shutter and prints the time line in microseconds.
fix finds the least work after which every light fires, from the camera alone or within some seconds.
whatif tells what a change would break or mend, and changes nothing.
propose lays out a look from a wish: "key,fill:metered,front@body-1" says what each light is for, whether it meters
and on which body it sits; --bodies "body-1,body-2" says which shoot (left out: the first).
air plans channels, IDs and PINs for all nets of an event against whatever else is on the air.
groups plans one letter per light for a whole evening, so that the least is walked between looks.
cards prints what is to be dialled on each unit: [x] set, [ ] open, [!] changed since it was set, [?] not planned.
power prints what each light gives and who sets it; --by "-1/3" tells what a change would take, and changes nothing.
balance prints the powers with which every light reads what it is aimed at, or the fewest changes that make it fit.
energy prints cells, charging times and pauses of every light over an evening, and when cells are changed.
diagnose tells what may be the cause of what was seen (a JSON file, see docs/format), and what to check next.
standin plays the remote units of a look as simulated gear with panels of their own, until Ctrl-C.
Exit: 0 clean, 1 something blocks or degrades (fix: is left so, or nobody can say; whatif: would break; propose: nothing does it whole; air: clashes whatever
is done; cards: something is left; power: a light fails; balance: nothing makes it fit; energy: a light does not keep up; diagnose: no one cause is left),
2 the input cannot be used.`;

export interface Output {
  stdout: { write(text: string): unknown };
  stderr: { write(text: string): unknown };
}

/** Runs one command. @returns the exit code. */
export async function main(args: readonly string[], output: Output): Promise<number> {
  try {
    return await run(args, output);
  } catch (error) {
    if (!(error instanceof Unusable)) throw error;
    output.stderr.write(`${error.message}\n`);
    return 2;
  }
}

async function run(args: readonly string[], { stdout }: Output): Promise<number> {
  const { values, positionals } = parsed(args);
  if (values.help) {
    stdout.write(`${USAGE}\n`);
    return 0;
  }
  const [command, file, ...rest] = positionals;
  if (command === undefined || file === undefined || rest.length > 0) throw new Unusable(USAGE);
  if (!COMMANDS.has(command)) throw new Unusable(`there is no command "${command}"\n${USAGE}`);
  const document = readDocument(file);
  const say = (text: string) => stdout.write(`${text}\n`);
  const { look, body, json = false } = values;
  if (command === 'check') return check(document, { look, json }, say);
  if (command === 'fix')
    return fix(document, { look, json, atCamera: values['at-camera'] ?? false, ...secondsOf(values.seconds) }, say);
  if (command === 'whatif') return whatIf(document, { look, json, set: values.set ?? [] }, say);
  if (command === 'propose') return propose(document, { lights: values.lights, bodies: values.bodies, json }, say);
  if (command === 'standin') return standin(document, standinOptions(values), say);
  if (command === 'air') return air(document, { event: values.event, json }, say);
  if (command === 'groups') return groups(document, { event: values.event, json }, say);
  if (command === 'cards') return cards(document, { look, unit: values.unit, json }, say);
  if (command === 'energy') return energy(document, { event: values.event, json }, say);
  if (command === 'diagnose') {
    if (values.seen === undefined) throw new Unusable('--seen: diagnose needs a file that says what was seen');
    return diagnose(document, { seen: values.seen, json }, say);
  }
  if (look === undefined) throw new Unusable(`--look: ${command} needs one of ${looksOf(document)}`);
  if (command === 'power') return power(document, { look, json, by: values.by, lights: values.lights }, say);
  if (command === 'balance')
    return balance(document, { look, json, aperture: values.aperture, room: values.room }, say);
  return fire(document, { look, body, json }, say);
}

const COMMANDS: ReadonlySet<string> = new Set([
  'check',
  'fire',
  'fix',
  'whatif',
  'propose',
  'air',
  'groups',
  'cards',
  'power',
  'balance',
  'energy',
  'diagnose',
  'standin',
]);

const standinOptions = ({ look, actual, port, 'address-file': addressFile }: ReturnType<typeof parsed>['values']) => ({
  look,
  actual,
  port,
  addressFile,
});

function secondsOf(text: string | undefined): { seconds?: number } {
  if (text === undefined) return {};
  const seconds = Number(text);
  if (!Number.isFinite(seconds) || seconds < 0) throw new Unusable(`--seconds: "${text}" is not a number of seconds`);
  return { seconds };
}

function parsed(args: readonly string[]) {
  try {
    return parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        look: { type: 'string' },
        body: { type: 'string' },
        'at-camera': { type: 'boolean' },
        seconds: { type: 'string' },
        set: { type: 'string', multiple: true },
        lights: { type: 'string' },
        by: { type: 'string' },
        aperture: { type: 'string' },
        room: { type: 'string' },
        bodies: { type: 'string' },
        event: { type: 'string' },
        unit: { type: 'string' },
        actual: { type: 'string' },
        seen: { type: 'string' },
        port: { type: 'string' },
        'address-file': { type: 'string' },
        json: { type: 'boolean' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new Unusable(`${(error as Error).message}\n${USAGE}`);
  }
}

function readDocument(file: string): KitDocument {
  let input: unknown;
  try {
    input = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    throw new Unusable(
      code === undefined
        ? `${file}: is not valid JSON: ${message}`
        : `${file}: cannot be read (${code}): check the path`,
    );
  }
  const result = parseDocument(input);
  if (result.ok) return result.document;
  throw new Unusable(result.faults.map((fault) => `${file}: ${fault.path || 'document'} ${fault.message}`).join('\n'));
}
