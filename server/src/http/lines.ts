import { ApiError } from '../errors.ts';

/** A longer line, in characters, is no crew's work. */
const MOST = 16 << 20;

/** The lines of a body as it comes in, without their ends; an empty last one is none. @throws ApiError at one too long. */
export async function* linesOf(body: AsyncIterable<Buffer | string>, most = MOST): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let begun = '';
  for await (const chunk of body) {
    begun += decoded(decoder, chunk as Buffer);
    const lines = begun.split('\n');
    begun = lines.pop()!;
    yield* lines;
    if (begun.length > most) throw tooLong();
  }
  if (begun !== '') yield begun;
}

function decoded(decoder: InstanceType<typeof TextDecoder>, chunk: Buffer): string {
  try {
    return decoder.decode(chunk, { stream: true });
  } catch {
    throw new ApiError('input.invalid', [{ path: 'body', message: 'cannot be read: send plain UTF-8 text' }]);
  }
}

const tooLong = () =>
  new ApiError('input.too-large', [{ path: 'body', message: 'has a line longer than 16 million characters' }]);
