import { describe, expect, it } from 'vitest';
import { ask, Refused, Unreachable } from './client';

const answered = (status: number, error?: unknown) =>
  ask(Promise.resolve({ error, response: new Response(null, { status }) }));

describe('an answer', () => {
  it.each([502, 503, 504])('of %i is no refusal: a proxy lost its server, and one asks again', async (status) => {
    await expect(answered(status)).rejects.toBeInstanceOf(Unreachable);
  });

  it('of 422 is a refusal in its own words', async () => {
    const refused = answered(422, { detail: 'Say why', fields: [{ field: 'why', message: 'Say why' }] });
    await expect(refused).rejects.toBeInstanceOf(Refused);
    await expect(refused).rejects.toThrow('Say why');
  });
});
