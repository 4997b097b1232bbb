import { QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { Queries } from './Queries';

function Page({ ask }: { ask: () => Promise<string> }) {
  return <p>{useQuery({ queryKey: ['rack', 'page'], queryFn: ask, retry: false }).data ?? 'waiting'}</p>;
}

/** A page that asks a server which answers when it is told to. */
function show() {
  const answers: ((said: string) => void)[] = [];
  const failures: ((why: Error) => void)[] = [];
  const queries = new Queries();
  const page = render(
    <QueryClientProvider client={queries}>
      <Page
        ask={() =>
          new Promise<string>((said, failed) => {
            answers.push(said);
            failures.push(failed);
          })
        }
      />
    </QueryClientProvider>,
  );
  return { answers, failures, queries, page };
}

it('asks again for what was first asked before a change and answered after it', async () => {
  const { answers, queries } = show();
  const changed = queries.invalidateQueries({ queryKey: ['rack'] });
  expect(answers).toHaveLength(1);
  act(() => answers[0]?.('eleven'));
  expect(await screen.findByText('eleven')).toBeTruthy();
  expect(answers).toHaveLength(2);
  act(() => answers[1]?.('twelve'));
  expect(await screen.findByText('twelve')).toBeTruthy();
  await changed;
  expect(answers).toHaveLength(2);
});

it('asks once for however many changes, and not for others', async () => {
  const { answers, queries } = show();
  const changes = [
    queries.invalidateQueries({ queryKey: ['rack'] }),
    queries.invalidateQueries(),
    queries.invalidateQueries({ queryKey: ['job'] }),
  ];
  act(() => answers[0]?.('eleven'));
  await screen.findByText('eleven');
  act(() => answers[1]?.('twelve'));
  await screen.findByText('twelve');
  await Promise.all(changes);
  expect(answers).toHaveLength(2);
});

it('asks for nothing that nobody looks at any more', async () => {
  const { answers, queries, page } = show();
  const changed = queries.invalidateQueries();
  page.unmount();
  answers[0]?.('eleven');
  await changed;
  expect(answers).toHaveLength(1);
});

it('leaves what failed to whoever says so', async () => {
  const { answers, failures, queries } = show();
  const changed = queries.invalidateQueries();
  failures[0]?.(new Error('no server'));
  await changed;
  expect(answers).toHaveLength(1);
});
