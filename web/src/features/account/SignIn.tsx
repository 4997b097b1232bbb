import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, ask } from '../../api/client';
import { forgetWhatWasRead } from '../../api/kept';
import { Tooth } from '../../parts/Marks';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { SecretField } from './SecretField';

/**
 * Somebody comes in with name and password.
 *
 * @param again whether somebody was in and what they typed still lies behind
 */
export function SignIn({ shop, several, again }: { shop: string; several: boolean; again: boolean }) {
  const queries = useQueryClient();
  const [which, setWhich] = useState('');
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const come = useSave(
    () =>
      ask(api.POST('/api/account/sign-in', { body: { name, password, ...(several && { shop: which }) } })),
    () => {
      // What was answered to whoever was here before is not for others.
      forgetWhatWasRead();
      if (!again) queries.removeQueries({ predicate: (query) => query.queryKey[0] !== 'shop' });
      void queries.invalidateQueries();
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void come.run(undefined);
  };
  return (
    <Box
      component="main"
      sx={{
        position: 'fixed',
        inset: 0,
        zIndex: 1200,
        bgcolor: colour.bench,
        display: 'grid',
        alignContent: 'start',
        justifyItems: 'center',
        overflow: 'auto',
        p: 2,
        pt: { xs: 3, sm: 10 },
      }}
    >
      <Box
        component="form"
        onSubmit={submit}
        aria-labelledby="sign-in-title"
        sx={{ bgcolor: colour.paper, width: '100%', maxWidth: 420, p: 3, display: 'grid', gap: 2 }}
      >
        <Box
          sx={{ display: 'flex', gap: 1, alignItems: 'center', color: colour.engagedDark, fontWeight: 700 }}
        >
          <Tooth />
          {shop || texts.name}
        </Box>
        <Box component="h1" id="sign-in-title" sx={{ m: 0, fontSize: 22 }}>
          {texts.account.title}
        </Box>
        {again && <Box>{texts.account.again}</Box>}
        {several && (
          <TextField
            size="small"
            label={texts.account.shop}
            value={which}
            onChange={(event) => setWhich(event.target.value)}
            autoFocus
          />
        )}
        <TextField
          size="small"
          label={texts.account.name}
          value={name}
          onChange={(event) => setName(event.target.value)}
          autoFocus={!several}
          slotProps={{ htmlInput: { autoComplete: 'username', autoCapitalize: 'words' } }}
        />
        <SecretField
          label={texts.account.password}
          value={password}
          set={setPassword}
          kind="current-password"
        />
        {come.refused && (
          <Box role="alert" sx={{ color: colour.danger }}>
            {come.refused.message}
          </Box>
        )}
        <Button type="submit" variant="contained" disabled={come.busy || !name || !password}>
          {texts.account.comeIn}
        </Button>
      </Box>
    </Box>
  );
}
