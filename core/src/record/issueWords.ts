/** What a schema has against a value, said so that the person who wrote it knows what to write instead. */
import type { z } from 'zod';
import { didYouMean } from './nearestWord.ts';

/** Longer values are not repeated. */
const MOST_REPEATED = 40;
/** Longer lists of choices are not listed. */
const MOST_CHOICES = 16;

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text in quotes',
  boolean: 'true or false',
  array: 'a list in [ ]',
  tuple: 'a list in [ ]',
  object: 'fields in { }',
  record: 'fields in { }',
};

/** Null leaves an issue to the schema's own words. */
export const issueWords: z.core.$ZodErrorMap = (issue) => {
  const is = valueText(issue.input);
  switch (issue.code) {
    case 'invalid_type':
      return `${is}: write ${KINDS[issue.expected] ?? issue.expected}`;
    case 'too_big':
      return limitText(is, { most: Number(issue.maximum), origin: issue.origin });
    case 'too_small':
      return limitText(is, { least: Number(issue.minimum), origin: issue.origin });
    case 'invalid_value':
      return `${is}${choicesText(didYouMean(issue.input, issue.values.map(String)), issue.values)}`;
    case 'invalid_union':
      return issue.input === undefined ? 'is missing' : null;
    case 'invalid_key':
      return issue.issues[0]?.message ?? null;
    default:
      return null;
  }
};

function valueText(input: unknown): string {
  if (input === undefined) return 'is missing';
  if (typeof input === 'object' && input !== null) return Array.isArray(input) ? 'is a list' : 'is a group of fields';
  const text = JSON.stringify(input) as string | undefined;
  return text === undefined || text.length > MOST_REPEATED ? 'is not right' : `is ${text}`;
}

interface Limit {
  least?: number;
  most?: number;
  origin: string;
}

function limitText(is: string, { least, most, origin }: Limit): string {
  const bound = most === undefined ? `at least ${least}` : `at most ${most}`;
  if (origin === 'string') return `needs ${bound} characters`;
  if (origin === 'array' || origin === 'set' || origin === 'object' || origin === 'record')
    return `needs ${bound} ${(most ?? least) === 1 ? 'entry' : 'entries'}`;
  return most === undefined ? `${is}: write ${least} or more` : `${is}: write ${most} or less`;
}

function choicesText(meant: string, values: readonly unknown[]): string {
  const words = values.map((value) => JSON.stringify(value));
  if (words.length > MOST_CHOICES) return meant;
  return `${meant === '' ? ': write' : `${meant} Write`} ${words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)!}`}`;
}
