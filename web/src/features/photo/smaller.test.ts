import { afterEach, describe, expect, it, vi } from 'vitest';
import { smaller } from './smaller';

class Canvas {
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}

  getContext() {
    return { fillRect: vi.fn(), drawImage: vi.fn() };
  }

  convertToBlob({ type }: { type: string }) {
    return Promise.resolve(new Blob([`${this.width} x ${this.height}`], { type }));
  }
}

function opensAs(width: number, height: number) {
  vi.stubGlobal('OffscreenCanvas', Canvas);
  vi.stubGlobal('createImageBitmap', () => Promise.resolve({ width, height, close: vi.fn() }));
}

describe('a photograph before it is sent', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('is made as large as it will be kept', async () => {
    opensAs(4000, 3000);
    const sent = await smaller(new Blob(['large'], { type: 'image/jpeg' }));
    expect(await sent.text()).toBe('2560 x 1920');
    expect(sent.type).toBe('image/jpeg');
  });

  it('goes as it is when it is small enough', async () => {
    opensAs(2560, 1920);
    const photograph = new Blob(['small'], { type: 'image/png' });
    expect(await smaller(photograph)).toBe(photograph);
  });

  it('becomes JPEG when only this browser knows its form', async () => {
    opensAs(800, 600);
    const sent = await smaller(new Blob(['of a phone'], { type: 'image/heic' }));
    expect(await sent.text()).toBe('800 x 600');
  });

  it('goes as it is when it cannot be opened here', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.reject(new Error('not a picture')));
    const photograph = new Blob(['MZ'], { type: 'image/jpeg' });
    expect(await smaller(photograph)).toBe(photograph);
  });
});
