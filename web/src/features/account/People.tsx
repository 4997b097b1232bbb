import { Box, Button, TextField } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactNode } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { Page, PageTitle } from '../../parts/Page';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { QrPicture } from '../../parts/QrPicture';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { shopQuery } from '../shop/queries';
import { useMay } from '../shop/useRights';
import { SecretField } from './SecretField';
import { addressQuery, peopleQuery, signInsQuery } from './queries';

type Member = Schemas['Member'];
type Role = NonNullable<Member['role']>;

const ROLES: Role[] = ['owner', 'technician', 'counter', 'looking'];
const roleOptions = ROLES.map(
  (role) => [role, `${texts.account.roles[role]}: ${texts.account.rolesWhy[role]}`] as const,
);

/** Who works here, what each may, who came in from where; for the owner. */
export default function People() {
  const shop = useQuery(shopQuery);
  const owner = useMay('shop');
  if (!shop.data) return <PeoplePage>{null}</PeoplePage>;
  if (!owner) return <PeoplePage>{texts.account.notYours}</PeoplePage>;
  return (
    <PeoplePage>
      {shop.data.accounts ? (
        <>
          <List />
          <Add />
          <Address />
          <SignIns />
        </>
      ) : (
        <Begin known={shop.data.here?.name ?? ''} />
      )}
    </PeoplePage>
  );
}

function PeoplePage({ children }: { children: ReactNode }) {
  return (
    <Page head={<PageTitle>{texts.account.people}</PageTitle>}>
      <Box sx={{ maxWidth: 900, display: 'grid', gap: 3, mt: 2 }}>{children}</Box>
    </Page>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 17 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}

function Refusal({ words }: { words: string | undefined }) {
  return words ? (
    <Box role="alert" sx={{ color: colour.danger }}>
      {words}
    </Box>
  ) : null;
}

/** Shows what a change of people answered with: all of them. */
function useShowPeople() {
  const queries = useQueryClient();
  return (people: Member[]) => {
    queries.setQueryData(peopleQuery.queryKey, people);
    void queries.invalidateQueries({ queryKey: ['signIns'] });
    void queries.invalidateQueries({ queryKey: ['shop'] });
  };
}

function List() {
  const people = useQuery(peopleQuery);
  return (
    <Section title={texts.account.list}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {people.data?.map((member) => (
          <One key={`${member.id} ${member.version}`} member={member} />
        ))}
      </Box>
    </Section>
  );
}

function shows(member: Member): string {
  if (member.closed) return texts.account.closed;
  const secrets = [member.password && texts.account.byPassword, member.pin && texts.account.byPin].filter(
    Boolean,
  );
  return secrets.length ? secrets.join(', ') : texts.account.byNothing;
}

function One({ member }: { member: Member }) {
  const show = useShowPeople();
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const change = useSave(
    (what: { role: Role; closed: boolean }) =>
      ask(
        api.PUT('/api/account/people/{personId}', {
          params: { path: { personId: member.id } },
          body: { version: member.version, name: member.name, ...what },
        }),
      ),
    show,
  );
  const end = useSave(
    () =>
      ask(api.POST('/api/account/people/{personId}/sign-out', { params: { path: { personId: member.id } } })),
    () => void queries.invalidateQueries({ queryKey: ['signIns'] }),
  );
  const role = member.role;
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${colour.line}`,
        py: 1,
        color: member.closed ? colour.inkSoft : colour.ink,
      }}
    >
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: '180px minmax(0, 1fr) auto' },
          gap: 1,
          alignItems: 'center',
        }}
      >
        <Box>
          <strong>{member.name}</strong>
          <Box sx={{ fontSize: 14 }}>{shows(member)}</Box>
        </Box>
        <PlainSelect
          label={`${member.name}, ${texts.account.does}`}
          shown=""
          value={role ?? ''}
          set={(chosen) => {
            if (chosen) void change.run({ role: chosen, closed: member.closed });
          }}
          options={role ? roleOptions : [['', texts.account.noRole], ...roleOptions]}
        />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {role && !member.closed && (
            <Button variant="outlined" aria-expanded={open} onClick={() => setOpen(!open)}>
              {texts.account.giveSecrets(member.name)}
            </Button>
          )}
          {role && (
            <Button variant="outlined" onClick={() => void change.run({ role, closed: !member.closed })}>
              {member.closed ? texts.account.openName(member.name) : texts.account.closeName(member.name)}
            </Button>
          )}
        </Box>
      </Box>
      <Refusal words={change.refused?.message} />
      {open && (
        <Box sx={{ display: 'grid', gap: 1, mt: 1, justifyItems: 'start' }}>
          <Secrets member={member} done={() => setOpen(false)} />
          <PlainButton
            sx={{ textDecoration: 'underline', minHeight: 44 }}
            onClick={() => void end.run(undefined)}
          >
            {texts.account.endAll(member.name)}
          </PlainButton>
        </Box>
      )}
    </Box>
  );
}

function Secrets({ member, done }: { member: Member; done: () => void }) {
  const show = useShowPeople();
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const give = useSave(
    () =>
      ask(
        api.POST('/api/account/people/{personId}/secrets', {
          params: { path: { personId: member.id } },
          body: { ...(password && { password }), ...(pin && { pin }) },
        }),
      ),
    (people) => {
      show(people);
      done();
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void give.run(undefined);
  };
  return (
    <Box
      component="form"
      onSubmit={submit}
      sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end' }}
    >
      <TypedSecrets {...{ password, setPassword, pin, setPin }} refused={give.refused} />
      <Button type="submit" variant="contained" disabled={give.busy || (!password && !pin)}>
        {texts.account.give}
      </Button>
    </Box>
  );
}

function TypedSecrets(props: {
  password: string;
  setPassword: (typed: string) => void;
  pin: string;
  setPin: (typed: string) => void;
  refused: { of: (field: string) => string | undefined } | undefined;
}) {
  return (
    <>
      <SecretField
        label={texts.account.newPassword}
        value={props.password}
        set={props.setPassword}
        refused={props.refused?.of('password')}
        kind="new-password"
      />
      <SecretField
        label={texts.account.newPin}
        value={props.pin}
        set={props.setPin}
        refused={props.refused?.of('pin')}
        kind="new-password"
        figures
      />
    </>
  );
}

function Add() {
  const show = useShowPeople();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('technician');
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const add = useSave(
    () =>
      ask(
        api.POST('/api/account/people', {
          body: { name, role, ...(password && { password }), ...(pin && { pin }) },
        }),
      ),
    (people) => {
      show(people);
      setName('');
      setPassword('');
      setPin('');
    },
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void add.run(undefined);
  };
  return (
    <Section title={texts.account.add}>
      <Box
        component="form"
        onSubmit={submit}
        sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'start' }}
      >
        <TextField
          size="small"
          label={texts.account.name}
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={add.refused?.of('name') !== undefined}
          helperText={add.refused?.of('name')}
          sx={{ width: 220 }}
        />
        <PlainSelect
          label={texts.account.does}
          shown={texts.account.does}
          value={role}
          set={setRole}
          options={roleOptions}
        />
        <TypedSecrets {...{ password, setPassword, pin, setPin }} refused={add.refused} />
        <Button type="submit" variant="contained" disabled={add.busy || !name} sx={{ mt: 2.5 }}>
          {texts.account.addDone}
        </Button>
      </Box>
    </Section>
  );
}

function Address() {
  const address = useQuery(addressQuery).data;
  if (!address) return null;
  const others = address.address.startsWith('https:');
  return (
    <Section title={texts.account.address}>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'start' }}>
        {others && <QrPicture rows={address.code} label={address.address} side={168} />}
        <Box sx={{ minWidth: 0, flex: 1 }}>
          <Box sx={{ fontFamily: font.figures, fontSize: 17, overflowWrap: 'anywhere' }}>
            {address.address}
          </Box>
          {address.fingerprint && (
            <>
              <Box sx={{ mt: 1 }}>{texts.account.fingerprint}</Box>
              <Box sx={{ fontFamily: font.figures, overflowWrap: 'anywhere' }}>{address.fingerprint}</Box>
            </>
          )}
          {!others && <Box sx={{ mt: 1 }}>{texts.account.onlyHere}</Box>}
        </Box>
      </Box>
    </Section>
  );
}

function SignIns() {
  const queries = useQueryClient();
  const signIns = useQuery(signInsQuery);
  const end = useSave(
    (signIn: number) => ask(api.DELETE('/api/account/sign-ins/{signIn}', { params: { path: { signIn } } })),
    () => void queries.invalidateQueries({ queryKey: ['signIns'] }),
  );
  return (
    <Section title={texts.account.signIns}>
      <Refusal words={end.refused?.message} />
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {signIns.data?.map((one) => (
          <Box
            component="li"
            key={one.id}
            sx={{
              borderTop: `1px solid ${colour.line}`,
              display: 'grid',
              gridTemplateColumns: { xs: '1fr auto', sm: '130px 150px 130px minmax(0, 1fr) 120px' },
              gap: 1,
              py: 0.75,
              alignItems: 'center',
            }}
          >
            <strong>{one.name}</strong>
            <Box sx={{ fontFamily: font.figures }}>{momentWords(one.at)}</Box>
            <Box sx={{ fontFamily: font.figures }}>{one.address}</Box>
            <Box
              title={one.agent}
              sx={{
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
                color: colour.inkSoft,
              }}
            >
              {one.agent}
            </Box>
            {one.lasts ? (
              <Button
                variant="outlined"
                aria-label={`${texts.account.lasts}, ${texts.account.end}`}
                onClick={() => void end.run(one.id)}
              >
                {texts.account.end}
              </Button>
            ) : (
              <Box sx={{ color: colour.inkSoft, py: 1.25 }}>{texts.account.over}</Box>
            )}
          </Box>
        ))}
      </Box>
    </Section>
  );
}

function Begin({ known }: { known: string }) {
  const queries = useQueryClient();
  const [name, setName] = useState(known);
  const [password, setPassword] = useState('');
  const begin = useSave(
    () => ask(api.POST('/api/account/begin', { body: { name, password } })),
    () => void queries.invalidateQueries(),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void begin.run(undefined);
  };
  return (
    <Section title={texts.account.begin}>
      <Box component="form" onSubmit={submit} sx={{ display: 'grid', gap: 1.5, maxWidth: 420 }}>
        <Box>{texts.account.beginWhy}</Box>
        <TextField
          size="small"
          label={texts.account.ownerName}
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={begin.refused?.of('name') !== undefined}
          helperText={begin.refused?.of('name')}
        />
        <SecretField
          label={texts.account.newPassword}
          value={password}
          set={setPassword}
          refused={begin.refused?.of('password')}
          kind="new-password"
        />
        {begin.refused?.fields.length === 0 && <Refusal words={begin.refused.message} />}
        <Button type="submit" variant="contained" disabled={begin.busy || !name || !password}>
          {texts.account.beginDone}
        </Button>
      </Box>
    </Section>
  );
}
