/**
 * ESLint rule: no file may import itself by way of others, not even for types. The import plugins' own rule passes over
 * type imports, and two files that need each other's types are one concept in two files all the same.
 */
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import ts from 'typescript';

const CORE = '@ergon/core/';
const known = new Map();

/** The file a relative or core specifier stands for; null for packages and for what is no TypeScript. */
function resolved(root, from, specifier) {
  const path = specifier.startsWith(CORE)
    ? join(root, 'core/src', specifier.slice(CORE.length))
    : specifier.startsWith('.')
      ? resolve(dirname(from), specifier)
      : null;
  if (path === null) return null;
  const isFile = (candidate) => existsSync(candidate) && statSync(candidate).isFile();
  const file = ['', '.ts', '.tsx', '/index.ts', '/index.tsx'].map((ending) => path + ending).find(isFile);
  return file !== undefined && /\.tsx?$/.test(file) ? file : null;
}

const importsIn = (root, file, text) =>
  ts
    .preProcessFile(text, true, false)
    .importedFiles.map(({ fileName }) => resolved(root, file, fileName))
    .filter((target) => target !== null);

/** Each file is read once a run: an edit while a long-lived editor runs this is seen by its time of change. */
function importsOf(root, file) {
  const { mtimeMs } = statSync(file);
  const earlier = known.get(file);
  if (earlier?.mtimeMs === mtimeMs) return earlier.imports;
  const imports = importsIn(root, file, readFileSync(file, 'utf8'));
  known.set(file, { mtimeMs, imports });
  return imports;
}

/** The shortest way from one file to another; null where there is none. */
function wayBack(root, from, to) {
  const cameFrom = new Map([[from, null]]);
  const open = [from];
  for (let at = open.shift(); at !== undefined; at = open.shift()) {
    if (at === to) {
      const way = [];
      for (let step = at; step !== null; step = cameFrom.get(step)) way.unshift(step);
      return way;
    }
    for (const next of importsOf(root, at)) {
      if (cameFrom.has(next)) continue;
      cameFrom.set(next, at);
      open.push(next);
    }
  }
  return null;
}

export const noCycle = {
  meta: { type: 'problem', schema: [], messages: { cycle: 'Imports itself: {{way}}.' } },
  create(context) {
    const { cwd: root, filename: file } = context;
    const check = ({ source }) => {
      const target = source && resolved(root, file, source.value);
      const way = target && wayBack(root, target, file);
      if (!way) return;
      const named = [file, ...way].map((one) => relative(root, one)).join(' -> ');
      context.report({ node: source, messageId: 'cycle', data: { way: named } });
    };
    return { ImportDeclaration: check, ExportNamedDeclaration: check, ExportAllDeclaration: check };
  },
};
