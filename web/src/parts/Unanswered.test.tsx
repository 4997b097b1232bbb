import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { Refused } from '../api/client';
import { texts } from '../texts';
import { Unanswered } from './Unanswered';

function Page({ answer }: { answer: () => string }) {
  const asked = useQuery({ queryKey: ['page'], queryFn: () => Promise.resolve().then(answer), retry: false });
  return <p>{asked.data ?? (asked.error ? 'nothing' : 'waiting')}</p>;
}

function show(answer: () => string) {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Unanswered />
      <Page answer={answer} />
    </QueryClientProvider>,
  );
}

it('says what is missing and asks again', async () => {
  let well = false;
  show(() => {
    if (!well) throw new Refused(500, 'That went wrong inside');
    return 'the plan';
  });
  expect((await screen.findByRole('alert')).textContent).toContain('That went wrong inside');
  well = true;
  fireEvent.click(screen.getByRole('button', { name: texts.part.again }));
  expect(await screen.findByText('the plan')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
});

it('counts too much to work out, which nothing typed is the reason for', async () => {
  show(() => {
    throw new Refused(422, 'That takes too long', [], undefined, 'http.tooLongToWorkOut');
  });
  expect((await screen.findByRole('alert')).textContent).toContain('That takes too long');
});

it('leaves a refusal to whoever shows it beside what was typed', async () => {
  show(() => {
    throw new Refused(422, 'teeth: give a whole number');
  });
  expect(await screen.findByText('nothing')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
});
