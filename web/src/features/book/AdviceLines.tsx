import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';
import { pageQuery } from './queries';
import { Section } from '../../parts/Section';

const words = texts.bookPage;
const line = z.string();

/** Lines of advice with who and when; one more is written below them. */
export function AdviceLines({ page }: { page: Schemas['ModelPage'] }) {
  const modelId = page.model.id;
  const queries = useQueryClient();
  const may = useMay('bench');
  const [typed, set, draft] = useDraft(`advice:${modelId}`, line);
  const show = (now: Schemas['ModelPage']) => queries.setQueryData(pageQuery(modelId).queryKey, now);
  const add = useSave(
    (advice: string, key) =>
      ask(
        api.POST('/api/book/{modelId}/advice', {
          params: { path: { modelId }, header: { 'Idempotency-Key': key } },
          body: { advice },
        }),
      ),
    show,
    draft,
  );
  const takeBack = useSave(
    (adviceId: number) => ask(api.DELETE('/api/book/advice/{adviceId}', { params: { path: { adviceId } } })),
    show,
  );
  const write = () => void add.run(typed ?? '');
  if (page.advice.length === 0 && !may) return null;
  return (
    <Section title={words.advice}>
      {page.advice.map((a) => (
        <Box key={`${a.id ?? ''} ${a.at} ${a.advice}`} sx={{ display: 'flex', gap: 1, alignItems: 'start' }}>
          <Box sx={{ flex: 1 }}>
            {a.advice}{' '}
            <Box component="span" sx={{ color: colour.inkSoft, fontSize: 14 }}>
              {words.saidBy(a.by ?? a.from ?? '', dayWords(a.at.slice(0, 10)))}
            </Box>
          </Box>
          {a.id !== undefined && may && (
            <PlainButton
              aria-label={words.takeBackLine(a.advice)}
              onClick={() => void takeBack.run(a.id as number)}
              sx={{ minHeight: 44, px: 1, textDecoration: 'underline' }}
            >
              {words.takeBack}
            </PlainButton>
          )}
        </Box>
      ))}
      {may && (
        <Box sx={{ display: 'flex', gap: 1, mt: 0.5, alignItems: 'start' }}>
          <TextField
            size="small"
            multiline
            fullWidth
            label={words.newLine}
            value={typed ?? ''}
            onChange={(event) => set(event.target.value === '' ? undefined : event.target.value)}
          />
          <Button variant="outlined" disabled={add.busy || (typed ?? '').trim() === ''} onClick={write}>
            {words.write}
          </Button>
        </Box>
      )}
      {(add.refused ?? takeBack.refused) && (
        <Notice look="danger" role="alert">
          {(add.refused ?? takeBack.refused)?.message}
        </Notice>
      )}
    </Section>
  );
}
