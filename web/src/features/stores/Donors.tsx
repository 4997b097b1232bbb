import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { z } from 'zod';
import { api, ask, newKey, type Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { sameGearsQuery } from '../device/queries';
import { choicesQuery } from '../intake/queries';
import { rackQuery } from '../job/queries';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import { donorsQuery, type Donor } from './queries';

const words = texts.stores.donors;

function useRefreshDonors() {
  const queries = useQueryClient();
  return () =>
    void Promise.all(
      [['donors'], ['find-part'], ['rack'], ['job'], ['plan']].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
}

/** Scrapped machines, and what is still on them. */
export function Donors() {
  const donors = useQuery(donorsQuery);
  return (
    <section aria-label={words.title}>
      <NewDonor />
      {donors.data?.length === 0 && <Notice look="calm">{words.none}</Notice>}
      {donors.data?.map((donor) => (
        <OneDonor key={donor.id} donor={donor} />
      ))}
    </section>
  );
}

function OneDonor({ donor }: { donor: Donor }) {
  const may = useMay('counter');
  const refresh = useRefreshDonors();
  const rack = useQuery(rackQuery);
  const same = useQuery(sameGearsQuery(donor.machine.id));
  const [tray, setTray] = useState('');
  const jobs = rack.data?.filter((s) => s.place !== 'putAway').flatMap((s) => s.trays) ?? [];
  const throwAway = useSave(
    () =>
      ask(
        api.PUT('/api/stores/donors/{donorId}', {
          params: { path: { donorId: donor.id } },
          body: { version: donor.version, ...donor.at, gone: true },
        }),
      ),
    refresh,
  );
  const others = [...new Set(same.data?.map((s) => `${s.in.maker} ${s.in.name}`) ?? [])];
  return (
    <Box
      component="section"
      aria-label={`${donor.machine.maker} ${donor.machine.name}`}
      sx={{ bgcolor: colour.kraft, border: `1px solid ${colour.line}`, px: 1.5, py: 1, mb: 1.5 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="h3" sx={{ m: 0, fontSize: 17, flex: '1 1 200px' }}>
          <Link to={`/book/${donor.machine.id}`} style={{ color: colour.ink }}>
            {donor.machine.maker} {donor.machine.name}
          </Link>
        </Box>
        <span>
          {[donor.at.place, donor.at.made !== undefined && words.made(donor.at.made), donor.at.remark]
            .filter(Boolean)
            .join(' · ')}
        </span>
        <PlainButton
          disabled={!may || throwAway.busy}
          onClick={() => void throwAway.run(undefined)}
          sx={{ minHeight: 44, px: 1, textDecoration: 'underline' }}
        >
          {words.throwAway}
        </PlainButton>
      </Box>
      {others.length > 0 && (
        <Box sx={{ fontSize: 14 }}>
          {words.shares}: {others.join(', ')}
        </Box>
      )}
      <Box sx={{ my: 0.75, width: 220 }}>
        <PlainSelect
          label={`${words.forTray}: ${donor.machine.name}`}
          shown={words.forTray}
          value={tray}
          set={setTray}
          options={[
            ['', words.noTray],
            ...jobs.map(
              (job) => [String(job.id), `${String(job.trayNumber).padStart(2, '0')} ${job.machine}`] as const,
            ),
          ]}
        />
      </Box>
      <Box
        component="ul"
        aria-label={words.parts}
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 400px), 1fr))',
          gap: '3px',
        }}
      >
        {donor.parts.map((part) => (
          <PartOn key={part.code} donor={donor} part={part} jobId={tray === '' ? undefined : Number(tray)} />
        ))}
      </Box>
    </Box>
  );
}

function PartOn(props: { donor: Donor; part: Schemas['DonorPart']; jobId: number | undefined }) {
  const { donor, part } = props;
  const may = useMay('counter');
  const refresh = useRefreshDonors();
  const [key, setKey] = useState(newKey);
  const path = { donorId: donor.id, part: part.code };
  const saved = () => {
    setKey(newKey());
    refresh();
  };
  const take = useSave(
    (broken: boolean) =>
      ask(
        api.POST('/api/stores/donors/{donorId}/parts/{part}', {
          params: { path, header: { 'Idempotency-Key': key } },
          body: { broken, ...(!broken && props.jobId !== undefined && { jobId: props.jobId }) },
        }),
      ),
    saved,
  );
  const back = useSave(
    () => ask(api.DELETE('/api/stores/donors/{donorId}/parts/{part}', { params: { path } })),
    saved,
  );
  const refused = take.refused ?? back.refused;
  const small = { minHeight: 44, px: 1, textDecoration: 'underline' };
  return (
    <Box component="li" sx={{ bgcolor: part.gone ? 'transparent' : colour.label, px: 1.25, py: 0.25 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 150px', color: part.gone ? colour.inkSoft : colour.ink }}>
          {part.words}
          <Box component="span" sx={{ display: 'block', fontSize: 13.5, color: colour.inkSoft }}>
            {part.gone
              ? part.gone.broken
                ? words.broken
                : words.gone(part.gone.tray)
              : part.wheels
                  .flatMap((w) =>
                    w.toothCount !== undefined && w.module !== undefined
                      ? [words.teeth(w.toothCount, w.module)]
                      : [],
                  )
                  .join('; ')}
          </Box>
        </Box>
        {part.gone ? (
          <PlainButton
            disabled={!may || back.busy}
            aria-label={words.backName(part.words)}
            onClick={() => void back.run(undefined)}
            sx={small}
          >
            {words.back}
          </PlainButton>
        ) : (
          <>
            <PlainButton
              disabled={!may || take.busy}
              aria-label={words.takeName(part.words)}
              onClick={() => void take.run(false)}
              sx={{ minHeight: 44, px: 1.25, bgcolor: colour.goPale }}
            >
              {words.take}
            </PlainButton>
            <PlainButton
              disabled={!may || take.busy}
              aria-label={words.badName(part.words)}
              onClick={() => void take.run(true)}
              sx={small}
            >
              {words.bad}
            </PlainButton>
          </>
        )}
      </Box>
      {refused && (
        <Box role="alert" sx={{ color: colour.danger }}>
          {refused.message}
        </Box>
      )}
    </Box>
  );
}

const typedDonor = z.object({
  kind: z.string(),
  maker: z.string(),
  name: z.string(),
  made: z.number().optional(),
  place: z.string(),
  remark: z.string(),
});
const EMPTY: z.infer<typeof typedDonor> = { kind: 'other', maker: '', name: '', place: '', remark: '' };

function NewDonor() {
  const may = useMay('counter');
  const refresh = useRefreshDonors();
  const kinds = useQuery(choicesQuery).data?.kinds ?? [];
  const [draft, setDraft, about] = useDraft('donor:new', typedDonor);
  const typed = draft ?? EMPTY;
  const save = useSave(
    (body: Schemas['NewDonor'], key) =>
      ask(
        api.POST('/api/stores/donors', {
          params: { header: { 'Idempotency-Key': key } },
          body,
        }),
      ),
    () => refresh(),
    about,
  );
  const field = (name: 'maker' | 'name' | 'place' | 'remark', label: string) => (
    <Field
      label={label}
      value={typed[name]}
      set={(text) => setDraft({ ...typed, [name]: text })}
      message={save.refused?.of(name)}
    />
  );
  return (
    <Box component="details" sx={{ mb: 1.5, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.add}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(180px, 1fr))',
          gap: 1,
          mb: 1,
          alignItems: 'start',
        }}
      >
        {field('maker', words.machine)}
        {field('name', words.model)}
        <PlainSelect
          label={words.kind}
          shown={words.kind}
          value={typed.kind}
          set={(kind) => setDraft({ ...typed, kind })}
          options={kinds.map((k) => [k.code, k.words] as const)}
        />
        <NumberField
          label={words.year}
          value={typed.made}
          set={(made) => setDraft({ ...typed, made })}
          whole
        />
        {field('place', words.place)}
        {field('remark', words.remark)}
      </Box>
      <Button
        variant="contained"
        disabled={!may || save.busy}
        onClick={() => {
          const { made, ...rest } = typed;
          void save.run({ ...rest, ...(made !== undefined && { made }) });
        }}
        sx={{ mb: 1.5 }}
      >
        {save.busy ? texts.saving : words.save}
      </Button>
      {save.refused && (
        <Notice look="danger" role="alert">
          {save.refused.message}
        </Notice>
      )}
    </Box>
  );
}
