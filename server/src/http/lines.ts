import { ApiError } from '../errors.ts';

/** A longer line, in characters, is no crew's work. */
const MOST = 16 << 20;
/** Nor is a larger body, in bytes. */
const MOST_BYTES = 512 << 20;

/** The lines of a body as it comes in, without their ends; an empty last one is none. @throws ApiError at one too long, or too many. */
export async function* linesOf(body: AsyncIterable<Buffer | string>, most = MOST): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let begun = '';
  let bytes = 0;
  for await (const chunk of body) {
    bytes += chunk.length;
    if (bytes > MOST_BYTES) throw tooLarge('is larger than 512 MB');
    begun += decoded(decoder, chunk as Buffer);
    const lines = begun.split('\n');
    begun = lines.pop()!;
    yield* lines;
    if (begun.length > most) throw tooLarge('has a line longer than 16 million characters');
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

const tooLarge = (message: string) => new ApiError('input.too-large', [{ path: 'body', message }]);
