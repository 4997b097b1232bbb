import createClient from 'openapi-fetch';
import type { components, paths } from './schema';
import { KEPT_AT, keptSince } from './kept';
import { texts } from '../texts';

export type Schemas = components['schemas'];
export type FieldMessage = { field: string; message: string };

/** A refusal by the server, in its own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: FieldMessage[] = [],
    readonly current?: unknown,
    private readonly code = '',
  ) {
    super(message);
  }

  /** Nothing that was typed is the reason: it went wrong inside, or there was too much to work out. */
  get inside(): boolean {
    return this.status >= 500 || this.code === 'http.tooLongToWorkOut';
  }

  of(field: string): string | undefined {
    return this.fields.find((f) => f.field === field)?.message;
  }
}

/** The server could not be reached, or says that it cannot answer just now; worth asking again by itself. */
export class Unreachable extends Error {}

function xsrf(): string | undefined {
  const token = /(?:^|; )XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1];
  return token && decodeURIComponent(token);
}

const client = createClient<paths>({ baseUrl: '/' });
client.use({
  onRequest({ request }) {
    const token = xsrf();
    if (token && request.method !== 'GET') request.headers.set('X-XSRF-TOKEN', token);
    return request;
  },
});

export const api = client;

/** Told to the window when an answer says that nobody is signed in any more. */
export const SIGNED_OUT = 'gewerk-signed-out';

/** Of the server, or of a proxy that finds no server behind it or lost one half way: what is saved carries its key. */
const AWAY = new Set([502, 503, 504]);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The answer's data, or a {@link Refused} or {@link Unreachable} thrown. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (failed) {
    if (failed instanceof DOMException && failed.name === 'AbortError') throw failed;
    throw new Unreachable(texts.offline);
  }
  if (answer.response.ok) {
    keptSince(answer.response.headers.get(KEPT_AT));
    return answer.data as T;
  }
  if (AWAY.has(answer.response.status)) throw new Unreachable(texts.offline);
  if (answer.response.status === 401) window.dispatchEvent(new Event(SIGNED_OUT));
  const problem = (typeof answer.error === 'object' ? answer.error : {}) as {
    detail?: string;
    fields?: FieldMessage[];
    current?: unknown;
    code?: string;
  } | null;
  throw new Refused(
    answer.response.status,
    problem?.detail ?? texts.answered(answer.response.status),
    problem?.fields ?? [],
    problem?.current,
    problem?.code,
  );
}

/** Sends a file as it is. */
export async function upload<T>(path: string, file: Blob): Promise<T> {
  const token = xsrf();
  const send = async (): Promise<Answer<T>> => {
    const response = await fetch(path, {
      method: 'POST',
      headers: {
        'Content-Type': 'application/octet-stream',
        ...(token ? { 'X-XSRF-TOKEN': token } : {}),
      },
      body: file,
    });
    const body: unknown = await response.json();
    return response.ok ? { data: body as T, response } : { error: body, response };
  };
  return ask(send());
}

/** An answer that comes line by line, each of them JSON. */
export async function* lines<T>(path: string, signal: AbortSignal): AsyncGenerator<T> {
  const send = async (): Promise<Answer<ReadableStream<string>>> => {
    const response = await fetch(path, { signal });
    if (!response.ok || !response.body) return { error: (await response.json()) as unknown, response };
    return { data: response.body.pipeThrough(new TextDecoderStream()), response };
  };
  const reader = (await ask(send())).getReader();
  let rest = '';
  try {
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      const whole = (rest + read.value).split('\n');
      rest = whole.pop() ?? '';
      for (const line of whole) yield JSON.parse(line) as T;
    }
  } catch (failed) {
    if (failed instanceof DOMException && failed.name === 'AbortError') throw failed;
    throw new Unreachable(texts.offline);
  }
}

export function newKey(): string {
  return crypto.randomUUID();
}
