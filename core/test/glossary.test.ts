import { GLOSSARY, termsWith } from '../src/words/glossary.ts';

const found = (sought: string) => termsWith(sought).map(({ word }) => word);

test.each([
  ['slave', ['receiver', 'remote', 'eye']],
  ['Commander', ['sender', 'master']],
  ['optical slave', ['eye']],
  ['curtain sync', ['rear curtain']],
  ['  HSS ', ['high-speed sync']],
])('what others call "%s" is found', (sought, words) => expect(found(sought)).toEqual(words));

test('words stand before what is only said with them, and all of them where nothing is sought', () => {
  expect(found('master')[0]).toBe('master');
  expect(found('master')).toEqual(expect.arrayContaining(['remote', 'group']));
  expect(found('')).toEqual(GLOSSARY.map(({ word }) => word));
  expect(found('no such word')).toEqual([]);
});

test('no word is explained twice, and none of ours is another of ours elsewhere', () => {
  const ours = GLOSSARY.map(({ word }) => word);
  expect(new Set(ours).size).toBe(ours.length);
  for (const { elsewhere } of GLOSSARY) expect(elsewhere.filter((word) => ours.includes(word))).toEqual([]);
});
