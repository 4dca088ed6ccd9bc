const WORDS = ['rope', 'tar', 'mast', 'keel', 'oar', 'sail', 'hemp', 'reef', 'bow', 'tide'] as const;
const MOST = 99;

/** A word to begin with, for whoever has none. */
export const someWord = (): string =>
  `${WORDS[Math.floor(Math.random() * WORDS.length)]} ${1 + Math.floor(Math.random() * MOST)}`;
