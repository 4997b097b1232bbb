import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';

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

function Terms() {
  const queries = useQueryClient();
  const terms = useQuery({ queryKey: ['terms'], queryFn: () => ask(api.GET('/api/shop/terms')) });
  const [typed, setTyped] = useState<Partial<Record<(typeof TERMS)[number], string>>>({});
  const shown = (name: (typeof TERMS)[number]) => {
    const value = terms.data?.terms[name] ?? 0;
    return typed[name] ?? String(name === 'hourlyRate' ? value : Math.round(1000 * value) / 10);
  };
  const number = (name: (typeof TERMS)[number]) =>
    Number(shown(name).replace(',', '.')) / (name === 'hourlyRate' ? 1 : 100);
  const save = useSave(
    (version: number) =>
      ask(
        api.PUT('/api/shop/terms', {
          body: {
            version,
            hourlyRate: number('hourlyRate'),
            easyShare: number('easyShare'),
            askShare: number('askShare'),
          },
        }),
      ),
    () => {
      setTyped({});
      void queries.invalidateQueries({ queryKey: ['terms'] });
      void queries.invalidateQueries({ queryKey: ['counter'] });
    },
  );
  if (!terms.data) return null;
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {TERMS.map((name) => (
        <TextField
          key={name}
          size="small"
          label={texts.shopRules.terms[name]}
          value={shown(name)}
          onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      ))}
      <Button
        variant="outlined"
        disabled={save.busy || Object.keys(typed).length === 0}
        onClick={() => void save.run(terms.data.version)}
      >
        {texts.shopRules.saveTerms}
      </Button>
      {save.refused && <span role="alert">{save.refused.message}</span>}
    </Box>
  );
}

function SerialRules() {
  const queries = useQueryClient();
  const rules = useQuery({
    queryKey: ['serial-rules'],
    queryFn: () => ask(api.GET('/api/intake/serial-rules')),
  });
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
          placeholder="V{YY}{WW}-####"
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
