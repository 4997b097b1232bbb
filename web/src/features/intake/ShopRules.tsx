import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { termsQuery } from '../shop/queries';
import { serialRulesQuery } from './queries';

const EXAMPLE = 'V{YY}{WW}-####';

/** The shop's own terms and its rules for reading serial numbers. */
export function ShopRules() {
  return (
    <Box component="details">
      <Box component="summary" sx={{ cursor: 'pointer', color: colour.inkSoft }}>
        {texts.shopRules.title}
      </Box>
      <Box sx={{ display: 'grid', gap: 2, mt: 1 }}>
        <Terms />
        <SerialRules />
      </Box>
    </Box>
  );
}

const TERMS = ['hourlyRate', 'easyShare', 'askShare'] as const;
const termsDraft = z.object({ hourlyRate: z.string(), easyShare: z.string(), askShare: z.string() });
type Typed = z.infer<typeof termsDraft>;

function percent(share: number): string {
  return String(Math.round(1000 * share) / 10);
}

function number(typed: string): number {
  return Number(typed.replace(',', '.'));
}

function Terms() {
  const terms = useQuery(termsQuery);
  return terms.data ? <EditTerms kept={terms.data} /> : null;
}

function EditTerms({ kept }: { kept: Schemas['ShopTerms'] }) {
  const queries = useQueryClient();
  const show = () => {
    void queries.invalidateQueries({ queryKey: ['terms'] });
    void queries.invalidateQueries({ queryKey: ['counter'] });
  };
  const edit = useEdit({
    name: 'terms',
    schema: termsDraft,
    saved: {
      hourlyRate: String(kept.terms.hourlyRate),
      easyShare: percent(kept.terms.easyShare),
      askShare: percent(kept.terms.askShare),
    },
    version: kept.version,
    send: (typed: Typed, version, key) =>
      ask(
        api.PUT('/api/shop/terms', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            version,
            hourlyRate: number(typed.hourlyRate),
            easyShare: number(typed.easyShare) / 100,
            askShare: number(typed.askShare) / 100,
          },
        }),
      ),
    done: show,
    versionOf: (current: Schemas['ShopTerms']) => current.version,
  });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <EditNotices edit={edit} showTheirs={show} />
      {TERMS.map((name) => (
        <TextField
          key={name}
          size="small"
          label={texts.shopRules.terms[name]}
          value={edit.value[name]}
          onChange={(event) => edit.change({ ...edit.value, [name]: event.target.value })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      ))}
      <Button variant="outlined" disabled={edit.busy || !edit.changed} onClick={() => void edit.save()}>
        {texts.shopRules.saveTerms}
      </Button>
      {edit.refused && <span role="alert">{edit.refused.message}</span>}
    </Box>
  );
}

function SerialRules() {
  const queries = useQueryClient();
  const rules = useQuery(serialRulesQuery);
  const [maker, setMaker] = useState('');
  const [pattern, setPattern] = useState('');
  const [from, setFrom] = useState('1970');
  const saved = () => {
    void queries.invalidateQueries({ queryKey: ['serial-rules'] });
    void queries.invalidateQueries({ queryKey: ['counter'] });
  };
  const add = useSave(
    () => ask(api.POST('/api/intake/serial-rules', { body: { maker, pattern, yearsFrom: Number(from) } })),
    () => {
      setPattern('');
      saved();
    },
  );
  const remove = useSave(
    (id: number) => ask(api.DELETE('/api/intake/serial-rules/{id}', { params: { path: { id } } })),
    saved,
  );
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <strong>{texts.shopRules.serials}</strong>
      <Box sx={{ color: colour.inkSoft, fontSize: 13.5 }}>{texts.shopRules.how}</Box>
      {rules.data?.map(({ id, rule }) => (
        <Box key={id} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <span style={{ flex: 1, overflowWrap: 'anywhere' }}>
            {rule.maker}: {rule.pattern}, {texts.shopRules.from(rule.yearsFrom)}
          </span>
          <Button
            size="small"
            onClick={() => void remove.run(id)}
            aria-label={texts.shopRules.drop(rule.pattern)}
          >
            ×
          </Button>
        </Box>
      ))}
      <TextField
        size="small"
        label={texts.shopRules.maker}
        value={maker}
        onChange={(event) => setMaker(event.target.value)}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '2fr 1fr', gap: 0.75 }}>
        <TextField
          size="small"
          label={texts.shopRules.pattern}
          placeholder={EXAMPLE}
          value={pattern}
          onChange={(event) => setPattern(event.target.value)}
        />
        <TextField
          size="small"
          label={texts.shopRules.yearsFrom}
          value={from}
          onChange={(event) => setFrom(event.target.value.replace(/\D/g, ''))}
        />
      </Box>
      <Button
        variant="outlined"
        disabled={add.busy || !pattern || !maker}
        onClick={() => void add.run(undefined)}
      >
        {texts.shopRules.add}
      </Button>
      {add.refused && <span role="alert">{add.refused.message}</span>}
    </Box>
  );
}
