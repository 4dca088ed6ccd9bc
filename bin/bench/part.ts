/** One part of the bench, in a process of its own: `part.ts NAME FILE [--short]` writes what it found to the file. */
import { writeFileSync } from 'node:fs';
import { PARTS } from './parts.ts';

const [name, file, how] = process.argv.slice(2);
const listed = PARTS.find((one) => one.name === name);
if (!listed || !file)
  throw new Error(`no part of the bench is called ${name}: ${PARTS.map((one) => one.name).join(', ')}`);
const { part } = await listed.load();
const found = await part(how === '--short');
if (found.length === 0 || found.some(({ value }) => !Number.isFinite(value)))
  throw new Error(`${name} came to nothing: ${JSON.stringify(found)}`);
writeFileSync(file, JSON.stringify(found));
// What it started has been ended; what a package left open must not hold it.
process.exit(0);
