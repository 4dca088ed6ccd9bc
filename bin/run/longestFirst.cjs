/**
 * Jest begins with the suites that took longest the last time, so that both cores end together. A fresh clone has no last time:
 * bin/run/suites.json holds it, written by `./bin/test --record`.
 */
const { join, relative } = require('node:path');
const Sequencer = require('@jest/test-sequencer').default;
const known = require('./suites.json');

const ROOT = join(__dirname, '../..');
/** One nobody has timed may be long. */
const UNKNOWN_SECONDS = 30;

module.exports = class extends Sequencer {
  sort(tests) {
    const seconds = ({ path }) => known[relative(ROOT, path)]?.seconds ?? UNKNOWN_SECONDS;
    return [...tests].sort((a, b) => seconds(b) - seconds(a) || (a.path < b.path ? -1 : 1));
  }
};
