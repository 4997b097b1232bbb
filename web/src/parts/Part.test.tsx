import { fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { texts } from '../texts';
import { Part } from './Part';

beforeEach(() => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  vi.restoreAllMocks();
});

function Broken({ well }: { well: boolean }) {
  if (!well) throw new Error('no such number');
  return <p>all well</p>;
}

it('says what cannot be shown and leaves the rest', async () => {
  const { rerender } = render(
    <>
      <Part name="The mat">
        <Broken well={false} />
      </Part>
      <p>the rest</p>
    </>,
  );
  expect(screen.getByRole('alert').textContent).toContain(texts.part.failed('The mat'));
  expect(screen.getByText('the rest')).toBeTruthy();
  rerender(
    <Part name="The mat">
      <Broken well />
    </Part>,
  );
  expect(screen.queryByText('all well')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: texts.part.again }));
  expect(await screen.findByText('all well')).toBeTruthy();
});

it('is tried again by itself at another step', () => {
  const { rerender } = render(
    <Part name="The mat" of="read">
      <Broken well={false} />
    </Part>,
  );
  rerender(
    <Part name="The mat" of="look">
      <Broken well />
    </Part>,
  );
  expect(screen.getByText('all well')).toBeTruthy();
});
