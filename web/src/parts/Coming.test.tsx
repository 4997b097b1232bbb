import { QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { COMES_LATER, Coming, OnItsWay, onceThere } from './Coming';
import { Queries } from './Queries';
import { texts } from '../texts';
import { Box } from '@mui/material';

/** Asks for something, and once it has that for what stands in it. */
function Asks({ what, later, ...then }: { what: string; later?: string; meta?: Record<string, unknown> }) {
  const asked = useQuery({
    queryKey: [what],
    queryFn: () => new Promise((answer) => setTimeout(() => answer(what), 100)),
    ...then,
  });
  return asked.isSuccess && later ? <Asks what={later} /> : <span>{what}</span>;
}

function shown(of: string, ...children: React.ReactNode[]) {
  return (
    <QueryClientProvider client={queries}>
      <Coming of={of}>
        <OnItsWay />
        <Box sx={onceThere}>
          <button>the button</button>
          {children}
        </Box>
      </Coming>
    </QueryClientProvider>
  );
}

let queries: Queries;
const visible = () => getComputedStyle(screen.getByText('the button')).pointerEvents !== 'none';
const told = () => getComputedStyle(screen.getByText(texts.coming)).display !== 'none';
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe('what is shown together', () => {
  beforeEach(() => void (queries = new Queries()));
  afterEach(() => void vi.useRealTimers());

  it('waits for what is asked for, and for what its answers ask for', async () => {
    render(shown('open', <Asks key="a" what="a" later="b" />));
    await waitFor(() => screen.getByText('b'));
    expect(visible()).toBe(false);
    await waitFor(() => expect(visible()).toBe(true));
    expect(queries.getQueryData(['b'])).toBe('b');
  });

  it('waits for no more of what is asked for once it is there, nor for what comes later', async () => {
    vi.useFakeTimers();
    const { rerender } = render(shown('open', <Asks key="a" what="a" meta={COMES_LATER} />));
    await pass(10);
    expect(visible()).toBe(true);
    rerender(shown('open', <Asks key="b" what="b" />));
    await pass(10);
    expect(visible()).toBe(true);
    rerender(shown('look', <Asks key="c" what="c" />));
    await pass(10);
    expect(visible()).toBe(false);
  });

  it('does not wait for ever, and says soon that it waits', async () => {
    vi.useFakeTimers();
    const Never = () => useQuery({ queryKey: ['never'], queryFn: () => new Promise(() => undefined) }).status;
    render(shown('open', <Never key="n" />));
    await pass(500);
    expect(told()).toBe(false);
    await pass(2400);
    expect(told()).toBe(true);
    expect(visible()).toBe(false);
    await pass(200);
    expect(told()).toBe(false);
    expect(visible()).toBe(true);
  });
});
