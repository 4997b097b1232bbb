import { Box, Button, TextField } from '@mui/material';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask } from '../../api/client';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';
import { changedBy, ofJob } from '../job/queries';

const words = texts.handback;

const messagesQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'messages'),
    queryFn: () => ask(api.GET('/api/handback/{jobId}/messages', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'choose', 'handBack'),
  });

/** What the owner is written, to be copied; and the day to fetch it, for their calendar. */
export function ToTheOwner({ jobId, today }: { jobId: number; today: string | undefined }) {
  const messages = useQuery(messagesQuery(jobId)).data ?? [];
  const [which, setWhich] = useState<string>('ready');
  const [copied, setCopied] = useState(false);
  const [day, setDay] = useState<string>();
  const message = messages.find((m) => m.message === which);
  const fetchOn = day ?? today;
  if (!message) return null;
  return (
    <Box component="section" aria-label={words.messages} sx={{ display: 'grid', gap: 1 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.messages}
      </Box>
      <PlainSelect
        label={words.messages}
        value={which}
        set={(next) => {
          setWhich(next);
          setCopied(false);
        }}
        options={messages.map((m) => [m.message, m.words] as const)}
        sx={{ minHeight: 44, maxWidth: 280 }}
      />
      <TextField
        multiline
        size="small"
        value={message.text}
        slotProps={{ htmlInput: { 'aria-label': message.words, readOnly: true } }}
      />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          onClick={() => {
            void navigator.clipboard.writeText(message.text).then(() => setCopied(true));
          }}
        >
          {copied ? words.copied : words.copy}
        </Button>
        {fetchOn && (
          <>
            <TextField
              type="date"
              size="small"
              label={words.pickUp}
              value={fetchOn}
              onChange={(event) => setDay(event.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <a href={`/api/handback/${jobId}/pick-up.ics?day=${fetchOn}`}>{words.calendar}</a>
          </>
        )}
      </Box>
    </Box>
  );
}
