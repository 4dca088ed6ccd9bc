/**
 * ESLint rule: no file may import itself by way of others, not even for types. The import plugins' own rule passes over
 * type imports, and two files that need each other's types are one concept in two files all the same.
 */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import ts from 'typescript';

const CORE = '@ergon/core/';
const known = new Map();
/** The number of each file's loop, see findLoops. */
const loopOf = new Map();
let loops = 0;

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

/** Each file is read once a run, since every file asks for what the others import. */
function importsOf(root, file) {
  const earlier = known.get(file);
  if (earlier) return earlier.imports;
  const read = { mtimeMs: statSync(file).mtimeMs, imports: importsIn(root, file, readFileSync(file, 'utf8')) };
  known.set(file, read);
  return read.imports;
}

/** A long-lived editor lints a file again once it has changed: what is known of it, and all that follows from it, is out of date. */
function forgetIfChanged(file) {
  const earlier = known.get(file);
  if (!earlier || earlier.mtimeMs === statSync(file).mtimeMs) return;
  known.delete(file);
  loopOf.clear();
}

/**
 * Gives every file that can be reached from one the number of its loop: files share it exactly when each imports the other, by way
 * of others or not (Tarjan's strongly connected components; linear in the imports, where a search for every import is not).
 */
function findLoops(root, file) {
  const state = new Map();
  const open = [];
  const visit = (at) => {
    const own = { order: state.size, lowest: state.size, isOpen: true };
    state.set(at, own);
    open.push(at);
    for (const next of importsOf(root, at)) {
      if (loopOf.has(next)) continue;
      const other = state.get(next) ?? visit(next);
      if (other.isOpen) own.lowest = Math.min(own.lowest, other.lowest);
    }
    if (own.lowest === own.order) {
      const number = loops++;
      for (let one = null; one !== at;) {
        one = open.pop();
        state.get(one).isOpen = false;
        loopOf.set(one, number);
      }
    }
    return own;
  };
  if (!loopOf.has(file)) visit(file);
}

/** The shortest way from one file to another of its loop. */
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
  throw new Error(`${to} is in no loop with ${from}`);
}

const noCycle = {
  meta: { type: 'problem', schema: [], messages: { cycle: 'Imports itself: {{way}}.' } },
  create(context) {
    const { cwd: root, filename: file } = context;
    // A text that stands in no file yet is imported by nothing.
    if (!existsSync(file)) return {};
    forgetIfChanged(file);
    findLoops(root, file);
    const check = ({ source }) => {
      const target = source && resolved(root, file, source.value);
      if (!target || loopOf.get(target) !== loopOf.get(file)) return;
      const way = wayBack(root, target, file);
      const named = [file, ...way].map((one) => relative(root, one)).join(' -> ');
      context.report({ node: source, messageId: 'cycle', data: { way: named } });
    };
    return { ImportDeclaration: check, ExportNamedDeclaration: check, ExportAllDeclaration: check };
  },
};

/** The version is what ESLint's cache goes by: what was found good by an earlier text of this rule is looked at again. */
export const ergon = {
  meta: {
    name: 'ergon',
    version: createHash('sha256')
      .update(readFileSync(import.meta.filename))
      .digest('hex'),
  },
  rules: { 'no-cycle': noCycle },
};
