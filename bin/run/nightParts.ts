/** The parts of a night: the scripts of package.json that ./bin/test runs in short, at length and by chance. */
export interface NightPart {
  name: string;
  /** Of package.json. */
  script: string;
  args: readonly string[];
  env: Record<string, string>;
  /** Lines of what it prints that stand in the summary. */
  tells: RegExp;
}

/** How much there is of each in a whole night. */
const LAW_RIGS = 20_000;
const DIAGNOSIS_RIGS = 2000;
const MUTANTS = 100;
const KILLS = 1000;
const KILLS_OF_NODES = 60;
const OPERATIONS_A_KILL = 40;
const REQUESTS = 100_000;
/** A law goes on until it has met what it is about: to ask for fewer saves nothing. */
const LEAST_RIGS = 20;

/** @param share of the whole night, above 0. */
export function nightParts(seed: number, share: number): NightPart[] {
  const some = (whole: number, least = 1) => Math.max(least, Math.round(whole * share));
  const soak = (kills: number, ...more: readonly string[]) => [
    ...more,
    ...['--kills', String(kills), '--operations', String(kills * OPERATIONS_A_KILL), '--seed', String(seed)],
  ];
  return [
    {
      name: 'laws over other rigs',
      script: 'laws:soak',
      args: [],
      env: {
        ERGON_LAW_SEED: String(seed),
        ERGON_LAW_RUNS: String(some(LAW_RIGS, LEAST_RIGS)),
        ERGON_DIAGNOSIS_RIGS: String(some(DIAGNOSIS_RIGS, LEAST_RIGS)),
      },
      tells: /^Tests:|rig \d+ of seed/,
    },
    {
      name: 'mutants',
      script: 'mutants',
      args: ['--seed', String(seed), '--count', String(some(MUTANTS, 3))],
      env: {},
      tells: /SURVIVED|NOT RUN|^in all/,
    },
    { name: 'soak', script: 'soak', args: soak(some(KILLS)), env: {}, tells: /^soak: / },
    {
      name: 'soak on three nodes',
      script: 'soak',
      args: soak(some(KILLS_OF_NODES), '--nodes', '3'),
      env: {},
      tells: /^soak: /,
    },
    {
      name: 'spoiled requests',
      script: 'fuzz',
      args: [],
      env: { ERGON_FUZZ_SEED: String(seed), ERGON_FUZZ_REQUESTS: String(some(REQUESTS, 1000)) },
      tells: /^Tests:|fuzz: seed|\b5\d\d\b .* to /,
    },
    { name: 'bench', script: 'bench', args: share < 0.1 ? ['--short'] : [], env: {}, tells: /^\S.*:$|^ {2}\S/ },
  ];
}
