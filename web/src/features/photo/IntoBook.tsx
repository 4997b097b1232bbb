import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ask, newKey, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { pageQuery } from '../book/queries';
import { useMay } from '../shop/useRights';

const words = texts.bookPage;

/** Puts a copy of a photograph into the device book, where the next one with such a machine sees it. */
export function IntoBook(props: { job: Schemas['Job']; photoId: number }) {
  const { job } = props;
  const queries = useQueryClient();
  const may = useMay('bench');
  const [shows, setShows] = useState('');
  const [key] = useState(newKey);
  const put = useSave(
    () =>
      ask(
        api.POST('/api/book/{modelId}/pictures', {
          params: { path: { modelId: job.machineModelId }, header: { 'Idempotency-Key': key } },
          body: { jobId: job.id, photoId: props.photoId, shows },
        }),
      ),
    (page) => queries.setQueryData(pageQuery(job.machineModelId).queryKey, page),
  );
  const [done, setDone] = useState(false);
  if (!may) return null;
  if (done) {
    return (
      <Box role="status">
        <Link to={`/book/${job.machineModelId}`} style={{ color: colour.ink }}>
          {words.isIn}
        </Link>
      </Box>
    );
  }
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      <TextField
        size="small"
        label={words.shows}
        value={shows}
        onChange={(event) => setShows(event.target.value)}
        sx={{ flex: '1 1 260px' }}
      />
      <Button
        variant="outlined"
        disabled={put.busy || shows.trim() === ''}
        onClick={() => void put.run(undefined).then((page) => page && setDone(true))}
      >
        {words.put}
      </Button>
      {put.refused && <span role="alert">{put.refused.message}</span>}
    </Box>
  );
}
