import { Box, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';
import { AboutTo } from './AboutTo';
import { choicesQuery } from '../intake/queries';
import { cautionsQuery } from './queries';

/** The cautions of this step and of what is about to be done: unread ones stand open, read ones are one quiet line. */
export function StepCautions({ jobId, step }: { jobId: number; step: Step }) {
  const refresh = useRefreshJob(jobId);
  const cautions = useQuery(cautionsQuery(jobId));
  const tick = useSave(
    (caution: string) =>
      ask(
        api.POST('/api/intake/{jobId}/cautions/tick', {
          params: { path: { jobId } },
          body: { caution },
        }),
      ),
    refresh,
  );
  const choices = useQuery(choicesQuery);
  const handsOn = choices.data?.handsOn.includes(step) ?? false;
  const said = cautions.data?.filter((c) => !c.step).map((c) => c.operation) ?? [];
  const here = cautions.data?.filter((c) => c.step === step || (!c.step && handsOn)) ?? [];
  const unread = here.filter((c) => !c.tickedBy);
  const read = here.filter((c) => c.tickedBy);
  return (
    <Box component="section" aria-label={texts.cautions.title} sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
      {unread.map((caution) => (
        <Unread
          key={caution.code}
          caution={caution}
          busy={tick.busy}
          tick={() => void tick.run(caution.code)}
        />
      ))}
      {read.length > 0 && (
        <Box component="details" sx={{ color: colour.inkSoft, fontSize: 14 }}>
          <Box component="summary" sx={{ cursor: 'pointer' }}>
            {texts.cautions.read(read.map((c) => c.words).join(', '))}
          </Box>
          {read.map((caution) => (
            <Box key={caution.code} sx={{ display: 'flex', gap: 0.75, alignItems: 'start', py: 0.25 }}>
              <Mark name="yes" size={15} />
              <span>
                <strong>{caution.words}</strong>:{' '}
                {texts.cautions.ticked(caution.tickedBy ?? '', momentWords(caution.tickedAt ?? ''))}.{' '}
                {caution.text}
              </span>
            </Box>
          ))}
        </Box>
      )}
      {handsOn && <AboutTo jobId={jobId} said={[...new Set(said)]} />}
      {tick.refused && <span role="alert">{tick.refused.message}</span>}
    </Box>
  );
}

function Unread(props: { caution: Schemas['JobCaution']; busy: boolean; tick: () => void }) {
  const { caution } = props;
  return (
    <Box
      sx={{
        bgcolor: colour.dangerPale,
        borderLeft: `6px solid ${colour.danger}`,
        px: 1.5,
        py: 0.75,
        display: 'flex',
        flexWrap: { xs: 'wrap', sm: 'nowrap' },
        gap: 1.5,
        alignItems: 'center',
        lineHeight: 1.3,
      }}
    >
      <Mark name="caution" color={colour.danger} size={24} />
      <Box sx={{ flex: { xs: '1 1 240px', sm: 1 } }}>
        <strong>{caution.words}.</strong>
        {caution.referOn && (
          <Box component="strong" sx={{ color: colour.danger }}>
            {' '}
            {texts.cautions.refer}
          </Box>
        )}{' '}
        {caution.text}
      </Box>
      <Button
        variant="outlined"
        disabled={props.busy}
        aria-label={`${texts.cautions.tick}: ${caution.words}`}
        onClick={props.tick}
        sx={{ whiteSpace: 'nowrap', flex: 'none' }}
      >
        {texts.cautions.tick}
      </Button>
    </Box>
  );
}
