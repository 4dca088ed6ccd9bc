import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseDocument } from '../src/record/kitDocument.ts';

const parsed = parseDocument(JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')));
if (!parsed.ok) throw new Error(`the demo is not sound: ${JSON.stringify(parsed.faults)}`);

/** The ropewalk wedding, as documents are read. */
export const demo = parsed.document;
