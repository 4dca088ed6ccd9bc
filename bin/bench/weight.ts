/** What the exported app weighs, packed, and how much of it comes before the first screen. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Measure } from './measure.ts';

const APP = join(import.meta.dirname, '../../app/dist');

export function part(): Measure[] {
  const scripts = join(APP, '_expo/static/js/web');
  const size = (file: string) => gzipSync(readFileSync(file), { level: 9 }).length / 1024;
  const chunks = readdirSync(scripts)
    .filter((name) => name.endsWith('.js'))
    .map((name) => ({ name, kb: size(join(scripts, name)) }));
  const html = readFileSync(join(APP, 'index.html'), 'utf8');
  // The first screen is Tonight: the page names all that it needs.
  const first = chunks.filter(({ name }) => html.includes(name));
  const sum = (list: { kb: number }[]) => list.reduce((total, { kb }) => total + kb, 0);
  const heaviest = [...chunks].sort((a, b) => b.kb - a.kb).slice(0, 8);
  return [
    { what: 'scripts of the first screen, gzip', value: sum(first), unit: 'kB' },
    {
      what: 'all scripts, gzip',
      value: sum(chunks),
      unit: 'kB',
      said: `${sum(chunks).toFixed(0)} kB in ${chunks.length} files, such as ${heaviest.map(({ name, kb }) => `${name.replace(/-[0-9a-f]{8,}\.js$/, '')} ${kb.toFixed(0)}`).join(', ')}`,
    },
  ];
}
