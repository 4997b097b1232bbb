import { Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { forgetWhatWasRead } from '../../api/kept';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';
import { SecretField } from './SecretField';

/** Who is signed in at this bench: others take over with their PIN, one changes one's own secrets, or leaves. */
export function AtThisBench(props: {
  here: Schemas['Person'];
  people: Schemas['Person'][];
  close: () => void;
}) {
  const queries = useQueryClient();
  const owner = useMay('shop');
  const [next, setNext] = useState<Schemas['Person']>();
  const others = props.people.filter((person) => person.id !== props.here.id);
  const leave = useSave(
    (path: '/api/account/sign-out' | '/api/account/sign-out-everywhere') => ask(api.POST(path)),
    () => {
      queries.clear();
      forgetWhatWasRead();
      window.location.assign('/');
    },
  );
  return (
    <Dialog open onClose={props.close} aria-labelledby="bench-title" fullWidth maxWidth="xs">
      <DialogTitle id="bench-title">{texts.account.here(props.here.name)}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Box component="section" aria-labelledby="take-over">
          <Box component="h2" id="take-over" sx={{ m: 0, mb: 1, fontSize: 17 }}>
            {texts.account.takeOver}
          </Box>
          {others.length === 0 && <Box>{texts.account.nobodyElse}</Box>}
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {others.map((person) => (
              <Button
                key={person.id}
                variant="outlined"
                aria-pressed={next?.id === person.id}
                onClick={() => setNext(person)}
              >
                {person.name}
              </Button>
            ))}
          </Box>
          {next && <Pin key={next.id} person={next} done={props.close} />}
        </Box>
        <Own />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Button variant="contained" onClick={() => void leave.run('/api/account/sign-out')}>
            {texts.account.leave}
          </Button>
          <Button variant="outlined" onClick={() => void leave.run('/api/account/sign-out-everywhere')}>
            {texts.account.leaveEverywhere}
          </Button>
          {owner && (
            <Box component={Link} to="/people" onClick={props.close} sx={{ py: 1.25 }}>
              {texts.account.people}
            </Box>
          )}
        </Box>
      </DialogContent>
    </Dialog>
  );
}

function Pin({ person, done }: { person: Schemas['Person']; done: () => void }) {
  const queries = useQueryClient();
  const [pin, setPin] = useState('');
  const step = useSave(
    () => ask(api.POST('/api/account/pin', { body: { personId: person.id, pin } })),
    () => {
      void queries.invalidateQueries();
      done();
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void step.run(undefined);
  };
  return (
    <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1, mt: 1 }}>
      <SecretField
        label={texts.account.pinOf(person.name)}
        value={pin}
        set={setPin}
        refused={step.refused?.message}
        kind="one-time-code"
        figures
        focus
      />
      <Button type="submit" variant="contained" disabled={step.busy || pin.length < 4}>
        {texts.account.stepUp(person.name)}
      </Button>
    </Box>
  );
}

function Own() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const [kept, setKept] = useState(false);
  const save = useSave(
    () =>
      ask(
        api.PUT('/api/account/own', {
          body: {
            password: old,
            ...(password && { newPassword: password }),
            ...(pin && { newPin: pin }),
          },
        }),
      ),
    () => {
      setKept(true);
      setOld('');
      setPassword('');
      setPin('');
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setKept(false);
    void save.run(undefined);
  };
  return (
    <Box component="details">
      <Box component="summary" sx={{ cursor: 'pointer', py: 1 }}>
        {texts.account.own}
      </Box>
      <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.5, pt: 1 }}>
        <SecretField label={texts.account.oldPassword} value={old} set={setOld} kind="current-password" />
        <SecretField
          label={texts.account.newPassword}
          value={password}
          set={setPassword}
          refused={save.refused?.of('password')}
          kind="new-password"
        />
        <SecretField
          label={texts.account.newPin}
          value={pin}
          set={setPin}
          refused={save.refused?.of('pin')}
          kind="new-password"
          figures
        />
        {save.refused && save.refused.fields.length === 0 && (
          <Box role="alert" sx={{ color: colour.danger }}>
            {save.refused.message}
          </Box>
        )}
        <Box role="status">{kept && texts.account.kept}</Box>
        <Button type="submit" variant="outlined" disabled={save.busy || !old || (!password && !pin)}>
          {texts.account.keep}
        </Button>
      </Box>
    </Box>
  );
}
