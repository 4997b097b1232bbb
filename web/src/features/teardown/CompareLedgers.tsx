import { Box, Button, Dialog } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { PlainSelect } from '../../parts/PlainSelect';
import { colour } from '../../theme';
import { comparedQuery, otherLedgersQuery } from './queries';

type Keep = Schemas['Merge']['choices'][number];

/** What can be kept of a row, the usual first. */
function offers(row: Schemas['ComparedRow']): Keep[] {
  if (row.mine !== undefined && row.theirs !== undefined) {
    return row.differs.length === 0 ? ['mine', 'neither'] : ['mine', 'theirs', 'both', 'neither'];
  }
  return row.mine === undefined ? ['theirs', 'neither'] : ['mine', 'neither'];
}

/** Two ledgers of one model beside each other; what is chosen of each row becomes the model's way in. */
export function CompareLedgers(props: {
  jobId: number;
  close: () => void;
  saved: (now: Schemas['JobLedger']) => void;
}) {
  const { jobId } = props;
  const [other, setOther] = useState<number | ''>('');
  const [chosen, setChosen] = useState<Record<number, Keep>>({});
  const others = useQuery(otherLedgersQuery(jobId));
  const compared = useQuery(comparedQuery(jobId, other));
  const rows = compared.data?.rows ?? [];
  const choices = rows.map((row, index) => chosen[index] ?? offers(row)[0] ?? 'neither');
  const merge = useSave(
    (keep: Keep[]) =>
      ask(
        api.POST('/api/teardown/{jobId}/merge', {
          params: { path: { jobId } },
          body: { choices: keep, ...(other === '' ? {} : { otherJob: other }) },
        }),
      ),
    (now) => {
      props.saved(now);
      props.close();
    },
  );
  const side = (line: string | undefined, kept: boolean) => (
    <Box
      sx={{
        px: 1,
        py: 0.5,
        bgcolor: line === undefined ? 'transparent' : kept ? colour.goPale : colour.kraft,
        textDecoration: kept ? 'none' : 'line-through',
        overflowWrap: 'anywhere',
      }}
    >
      {line ?? ''}
    </Box>
  );
  return (
    <Dialog open onClose={props.close} maxWidth="lg" fullWidth aria-label={texts.compare.title}>
      <Box sx={{ p: 2, display: 'grid', gap: 1 }}>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'end' }}>
          <Box component="h2" sx={{ m: 0, fontSize: 17, flex: 1 }}>
            {texts.compare.title}
          </Box>
          <PlainSelect
            label={texts.compare.with}
            shown={texts.compare.with}
            value={String(other)}
            set={(chosen) => {
              setOther(chosen === '' ? '' : Number(chosen));
              setChosen({});
            }}
            options={[
              ['', texts.compare.book],
              ...(others.data ?? []).map(
                (o) => [String(o.jobId), texts.compare.job(o.by, o.trayNumber, o.steps)] as const,
              ),
            ]}
            sx={{ minWidth: 240 }}
          />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 150px', gap: 0.5, alignItems: 'center' }}>
          <strong>{texts.compare.mine}</strong>
          <strong>{compared.data?.by ? texts.compare.theirs(compared.data.by) : ''}</strong>
          <strong>{texts.compare.keep}</strong>
          {rows.map((row, index) => {
            const keep = choices[index] ?? 'neither';
            return (
              <Box key={index} sx={{ display: 'contents' }}>
                {side(row.mine, keep === 'mine' || keep === 'both')}
                {side(
                  row.theirs,
                  keep === 'theirs' || keep === 'both' || (keep === 'mine' && row.differs.length === 0),
                )}
                <PlainSelect
                  label={`${texts.compare.keep} ${index + 1}`}
                  value={keep}
                  set={(kept) => setChosen({ ...chosen, [index]: kept })}
                  options={offers(row).map((offer) => [offer, texts.compare.keeps[offer]])}
                  sx={{ minHeight: 44 }}
                />
                {row.differs.length > 0 && (
                  <Box sx={{ gridColumn: '1 / -1', fontSize: 13.5, color: colour.inkSoft, px: 1 }}>
                    {texts.compare.differs(row.differs.join(', '))}
                  </Box>
                )}
              </Box>
            );
          })}
        </Box>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="contained"
            disabled={merge.busy || rows.length === 0}
            onClick={() => void merge.run(choices)}
          >
            {texts.compare.save}
          </Button>
          <Button variant="outlined" onClick={props.close}>
            {texts.compare.leave}
          </Button>
        </Box>
        {(merge.refused ?? compared.error) && (
          <span role="alert">{(merge.refused ?? compared.error)?.message}</span>
        )}
      </Box>
    </Dialog>
  );
}
