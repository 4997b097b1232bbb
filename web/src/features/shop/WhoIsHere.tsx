import { Box, Button, Dialog, DialogContent, DialogTitle, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';

/** Picks a name, at a bench without accounts. */
export function WhoIsHere({
  people,
  close,
}: {
  people: Schemas['Person'][];
  close: (() => void) | undefined;
}) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const step = useSave(
    (who: string) => ask(api.POST('/api/shop/here', { body: { name: who } })),
    () => {
      void queries.invalidateQueries({ queryKey: ['shop'] });
      close?.();
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void step.run(name);
  };
  return (
    <Dialog open onClose={() => close?.()} aria-labelledby="who-title">
      <DialogTitle id="who-title">{texts.who.title}</DialogTitle>
      <DialogContent>
        <p>{texts.who.why}</p>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 2 }}>
          {people.map((person, index) => (
            <Button
              key={person.id}
              variant="outlined"
              autoFocus={index === 0}
              onClick={() => void step.run(person.name)}
            >
              {person.name}
            </Button>
          ))}
        </Box>
        <Box component="form" onSubmit={submit} sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
          <TextField
            size="small"
            label={texts.who.newName}
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={step.refused !== undefined}
            helperText={step.refused?.message}
            autoFocus={people.length === 0}
          />
          <Button type="submit" variant="contained" disabled={step.busy}>
            {texts.who.go}
          </Button>
        </Box>
        {close && (
          <Box
            component={Link}
            to="/people"
            onClick={close}
            sx={{ display: 'inline-block', py: 1.25, mt: 1 }}
          >
            {texts.who.letSignIn}
          </Box>
        )}
      </DialogContent>
    </Dialog>
  );
}
