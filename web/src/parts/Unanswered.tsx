import { Box, Button } from '@mui/material';
import { notifyManager, useQueryClient, type Query } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import { Refused } from '../api/client';
import { texts } from '../texts';
import { Notice } from './Notice';

const failed = ({ state }: Query) =>
  state.status === 'error' && state.error instanceof Refused && state.error.inside;

/** What the page asked for and did not get through no fault of what was typed: never an empty place without a word. */
export function Unanswered() {
  const queries = useQueryClient();
  const cache = queries.getQueryCache();
  const messages = useSyncExternalStore(
    useCallback((changed) => cache.subscribe(notifyManager.batchCalls(changed)), [cache]),
    () =>
      [
        ...new Set(cache.findAll({ type: 'active', predicate: failed }).map((q) => q.state.error?.message)),
      ].join('. '),
  );
  if (messages === '') return null;
  return (
    <Notice look="danger" role="alert">
      <Box sx={{ flex: 1 }}>{texts.unanswered(messages)}</Box>
      <Button
        variant="outlined"
        onClick={() => void queries.refetchQueries({ type: 'active', predicate: failed })}
      >
        {texts.part.again}
      </Button>
    </Notice>
  );
}
