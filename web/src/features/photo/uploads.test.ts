import { renderHook } from '@testing-library/react';
import { set } from 'idb-keyval';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addPhotos, dismiss, onLanded, useWaiting } from './uploads';

vi.mock('idb-keyval', () => ({
  createStore: () => () => Promise.reject(new Error('a browser that forbids keeping')),
  set: vi.fn(() => Promise.reject(new Error('a browser that forbids keeping'))),
  del: vi.fn(() => Promise.resolve()),
  entries: vi.fn(() => Promise.resolve([])),
}));

const TO = { jobId: 7, step: 'takeIn', teardownKey: '' };

function file(name: string): File {
  return new File([name], name, { type: 'image/jpeg' });
}

function answer(status: number, body: object): Response {
  return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
}

describe('photographs on their way', () => {
  const keys: string[] = [];
  let answers: (() => Promise<Response>)[] = [];

  beforeEach(() => {
    keys.length = 0;
    vi.useFakeTimers();
    vi.stubGlobal(
      'fetch',
      vi.fn((path: string) => {
        keys.push(new URLSearchParams(path.split('?')[1]).get('key') ?? '');
        const next = answers.shift();
        return next ? next() : Promise.resolve(answer(201, { id: keys.length }));
      }),
    );
  });

  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    answers = [];
  });

  it('sends one again under the same key when the line drops, and goes on with the next', async () => {
    answers = [
      () => Promise.reject(new TypeError('no line')),
      () => Promise.reject(new TypeError('no line')),
    ];
    const landed: number[] = [];
    const stop = onLanded((photo) => landed.push(photo.id));
    await addPhotos([file('a.jpg'), file('b.jpg')], TO);
    await vi.runAllTimersAsync();
    stop();
    expect(landed).toHaveLength(2);
    expect(keys).toHaveLength(4);
    expect(new Set(keys.slice(0, 3)).size).toBe(1);
    expect(keys[3]).not.toBe(keys[0]);
  });

  it('waits out a server that has lost its database, too', async () => {
    answers = [() => Promise.resolve(answer(503, { detail: 'not just now' }))];
    await addPhotos([file('c.jpg')], TO);
    await vi.runAllTimersAsync();
    expect(keys).toHaveLength(2);
    expect(keys[0]).toBe(keys[1]);
  });

  it('does not send a refused one again', async () => {
    answers = [() => Promise.resolve(answer(422, { detail: 'This is not a photograph' }))];
    await addPhotos([file('d.exe')], TO);
    await vi.runAllTimersAsync();
    expect(keys).toHaveLength(1);
    dismiss(keys[0] ?? '');
    await addPhotos([file('e.jpg')], TO);
    await vi.runAllTimersAsync();
    expect(keys).toHaveLength(2);
  });

  it('says that one is on its way only when a reload can no longer lose it', async () => {
    answers = [() => new Promise(() => undefined)];
    let kept: () => void = () => undefined;
    vi.mocked(set).mockImplementationOnce(() => new Promise((done) => (kept = done)));
    const { result, rerender } = renderHook(useWaiting);
    const added = addPhotos([file('f.jpg'), file('g.jpg')], TO);
    await vi.advanceTimersByTimeAsync(0);
    expect(result.current).toHaveLength(0);
    expect(keys).toHaveLength(0);
    kept();
    await added;
    rerender();
    expect(result.current.map((one) => one.name)).toEqual(['f.jpg', 'g.jpg']);
    expect(keys).toHaveLength(1);
  });
});
