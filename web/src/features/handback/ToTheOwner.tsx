import { Box, Button, TextField } from '@mui/material';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { changedBy, ofJob } from '../job/queries';
import { refreshJob } from '../job/useRefreshJob';
import { useMay } from '../shop/useRights';

const words = texts.handback;
const WHICH = ['ready', 'needsWord', 'delayed'] as const;

const messagesQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'messages'),
    queryFn: () => ask(api.GET('/api/handback/{jobId}/messages', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'choose', 'handBack'),
  });

const underWay = (m: Schemas['SentMessage']) => m.state === 'waiting' || m.state === 'onItsWay';

/** Looked at again and again while one is on its way. */
const sentQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'sentMessages'),
    queryFn: () => ask(api.GET('/api/messages/{jobId}', { params: { path: { jobId } } })),
    meta: changedBy('handBack'),
    refetchInterval: (query) => (query.state.data?.some(underWay) ? 1500 : false),
  });

/** What differs from what is proposed: where it goes, and how it reads. */
const draftForm = z.object({
  which: z.enum(WHICH),
  to: z.string().optional(),
  letter: z.string().optional(),
});

/** What the owner is written, sent or copied; and the day to fetch it, for their calendar. */
export function ToTheOwner({ job, today }: { job: Schemas['Job']; today: string | undefined }) {
  const queries = useQueryClient();
  const may = useMay('counter');
  const messages = useQuery(messagesQuery(job.id)).data ?? [];
  const sent = useQuery(sentQuery(job.id)).data ?? [];
  const [draft, setDraft, about] = useDraft(`toOwner:${job.id}`, draftForm);
  const [copied, setCopied] = useState(false);
  const [day, setDay] = useState<string>();
  const show = (now: Schemas['SentMessage'][]) => {
    queries.setQueryData(sentQuery(job.id).queryKey, now);
    refreshJob(queries, job.id, ['handBack']);
  };
  const which = draft?.which ?? 'ready';
  const message = messages.find((m) => m.message === which);
  const to = draft?.to ?? sent[0]?.to ?? job.ownerPhone;
  const letter = draft?.letter ?? message?.text ?? '';
  const send = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/messages/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: { about: which, to, letter },
        }),
      ),
    show,
    about,
  );
  const withdraw = useSave(
    (messageId: number) =>
      ask(
        api.POST('/api/messages/{jobId}/{messageId}/withdraw', {
          params: { path: { jobId: job.id, messageId } },
        }),
      ),
    show,
  );
  const fetchOn = day ?? today;
  if (!message) return null;
  const refused = send.refused ?? withdraw.refused;
  return (
    <Box component="section" aria-label={words.messages} sx={{ display: 'grid', gap: 1 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.messages}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1 }}>
        <PlainSelect
          label={words.messages}
          shown={words.about}
          value={which}
          set={(next) => {
            setDraft({
              which: WHICH.find((w) => w === next) ?? 'ready',
              ...(draft?.to !== undefined && { to: draft.to }),
            });
            setCopied(false);
          }}
          options={messages.map((m) => [m.message, m.words] as const)}
        />
        <TextField
          size="small"
          label={words.sendTo}
          value={to}
          error={send.refused?.of('to') !== undefined}
          onChange={(event) => setDraft({ ...draft, which, to: event.target.value })}
          sx={{ alignSelf: 'end' }}
        />
      </Box>
      <TextField
        multiline
        size="small"
        value={letter}
        onChange={(event) => {
          setDraft({ ...draft, which, letter: event.target.value });
          setCopied(false);
        }}
        slotProps={{ htmlInput: { 'aria-label': message.words } }}
      />
      {refused && (
        <Notice look="danger" role="alert">
          {refused.message}
        </Notice>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        {may && (
          <Button variant="contained" disabled={send.busy} onClick={() => void send.run(undefined)}>
            {words.send}
          </Button>
        )}
        <Button
          variant="outlined"
          onClick={() => {
            void navigator.clipboard.writeText(letter).then(() => setCopied(true));
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
            <a href={`/api/handback/${job.id}/pick-up.ics?day=${fetchOn}`}>{words.calendar}</a>
          </>
        )}
      </Box>
      {sent.length > 0 && (
        <Box component="ol" aria-label={words.sent} sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {sent.map((m) => (
            <Box
              component="li"
              key={m.id}
              sx={{
                display: 'grid',
                gridTemplateColumns: 'minmax(0, 1fr) auto',
                gap: 1,
                alignItems: 'center',
                minHeight: 36,
                borderTop: `1px solid ${colour.line}`,
              }}
            >
              <Box sx={{ overflowWrap: 'anywhere' }}>
                {words.sentLine(momentWords(m.at), messages.find((w) => w.message === m.about)?.words, m.to)}{' '}
                <Box
                  component="strong"
                  sx={{
                    color:
                      m.state === 'bounced' || m.state === 'refused'
                        ? colour.danger
                        : m.state === 'arrived'
                          ? colour.go
                          : colour.inkSoft,
                  }}
                >
                  {m.words}
                </Box>
              </Box>
              {m.state === 'waiting' && may && (
                <PlainButton
                  disabled={withdraw.busy}
                  onClick={() => void withdraw.run(m.id)}
                  sx={{ textDecoration: 'underline' }}
                >
                  {words.withdraw}
                </PlainButton>
              )}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
