import { Box, Button, Dialog, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { texts } from '../../texts';
import { PlainSelect } from '../../parts/PlainSelect';
import { colour } from '../../theme';
import { newCode } from '../device/drive';
import { useRefreshJob } from '../job/useRefreshJob';
import { partTypesQuery } from './queries';

type Machine = Schemas['Machine'];

const machineDraft: z.ZodType<Machine> = z.custom<Machine>(
  (machine) =>
    z
      .object({
        components: z.array(z.looseObject({ code: z.string(), words: z.string(), type: z.string() })),
        openings: z.array(
          z.looseObject({
            code: z.string(),
            words: z.string(),
            parts: z.number(),
            minutes: z.number(),
            after: z.string(),
          }),
        ),
      })
      .loose()
      .safeParse(machine).success,
);

/** How this model is built, for the device book: its parts in the order of the drive, and what comes off to reach them. */
export function TrainEditor(props: { job: Schemas['Job']; heard: Schemas['Heard']; close: () => void }) {
  const { job, heard } = props;
  const refresh = useRefreshJob(job.id, 'takeIn', 'listen', 'look');
  const types = useQuery(partTypesQuery);
  const edit = useEdit({
    name: `train:${job.machineModelId}`,
    schema: machineDraft,
    saved: heard.machine,
    version: heard.trainVersion,
    send: (next: Machine, version, key) =>
      ask(
        api.PUT('/api/device/{modelId}/train', {
          params: { path: { modelId: job.machineModelId }, header: { 'Idempotency-Key': key } },
          body: { version, machine: next },
        }),
      ),
    done: refresh,
    versionOf: (current: Schemas['Train']) => current.version,
  });
  const { value: machine, change: setDraft } = edit;
  const keep = async () => {
    if (await edit.save()) props.close();
  };
  const part = (index: number, change: Partial<Schemas['Component']>) =>
    setDraft({
      ...machine,
      components: machine.components.map((c, i) => (i === index ? { ...c, ...change } : c)),
    });
  const opening = (index: number, change: Partial<Schemas['Opening']>) =>
    setDraft({
      ...machine,
      openings: machine.openings.map((o, i) => (i === index ? { ...o, ...change } : o)),
    });
  const swap = (index: number, by: number) => {
    const components = [...machine.components];
    const [moved] = components.splice(index, 1);
    if (moved) components.splice(index + by, 0, moved);
    setDraft({ ...machine, components });
  };
  const cell = { size: 'small' as const, fullWidth: true };
  return (
    <Dialog open onClose={props.close} maxWidth="md" fullWidth aria-label={texts.train.editTitle}>
      <Box sx={{ p: 2, display: 'grid', gap: 1 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 17 }}>
          {texts.train.editTitle}: {job.maker} {job.model}
        </Box>
        <Box sx={{ color: colour.inkSoft }}>{texts.train.editWhy}</Box>
        <EditNotices edit={edit} showTheirs={refresh} saved={props.close} />
        {machine.components.map((c, index) => (
          <Box
            key={c.code}
            sx={{ display: 'grid', gridTemplateColumns: '1.4fr 1fr 1fr auto', gap: 0.75, alignItems: 'end' }}
          >
            <TextField
              {...cell}
              label={index === 0 ? texts.train.partWords : ''}
              slotProps={{ htmlInput: { 'aria-label': texts.train.partWords } }}
              value={c.words}
              onChange={(event) => part(index, { words: event.target.value })}
            />
            <PlainSelect
              label={texts.train.partType}
              value={c.type}
              set={(type) => part(index, { type })}
              options={(types.data ?? [c.type]).map((type) => [type, texts.train.types[type]])}
              shown={index === 0 ? texts.train.partType : ''}
            />
            <PlainSelect
              label={texts.train.partBehind}
              value={c.behind}
              set={(behind) => part(index, { behind })}
              options={[
                ['', texts.train.outside],
                ...machine.openings.map((o) => [o.code, o.words] as const),
              ]}
              shown={index === 0 ? texts.train.partBehind : ''}
            />
            <Box sx={{ whiteSpace: 'nowrap' }}>
              <Button
                size="small"
                aria-label={texts.train.up(c.words)}
                disabled={index === 0}
                onClick={() => swap(index, -1)}
              >
                ↑
              </Button>
              <Button
                size="small"
                aria-label={texts.train.drop(c.words)}
                onClick={() =>
                  setDraft({ ...machine, components: machine.components.filter((_, i) => i !== index) })
                }
              >
                ×
              </Button>
            </Box>
          </Box>
        ))}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="outlined"
            onClick={() =>
              setDraft({
                ...machine,
                components: [
                  ...machine.components,
                  {
                    code: newCode(
                      'part',
                      machine.components.map((c) => c.code),
                    ),
                    type: 'gear',
                    words: texts.train.newGear,
                    behind: machine.openings.at(-1)?.code ?? '',
                  },
                ],
              })
            }
          >
            {texts.train.addPart}
          </Button>
        </Box>
        {machine.openings.map((o, index) => (
          <Box
            key={o.code}
            sx={{
              display: 'grid',
              gridTemplateColumns: '1.6fr 0.6fr 0.6fr 1fr',
              gap: 0.75,
              alignItems: 'end',
            }}
          >
            <TextField
              {...cell}
              label={index === 0 ? texts.train.openingWords : ''}
              slotProps={{ htmlInput: { 'aria-label': texts.train.openingWords } }}
              value={o.words}
              onChange={(event) => opening(index, { words: event.target.value })}
            />
            <TextField
              {...cell}
              type="number"
              label={index === 0 ? texts.train.openingParts : ''}
              slotProps={{ htmlInput: { 'aria-label': texts.train.openingParts, min: 0 } }}
              value={o.parts}
              onChange={(event) => opening(index, { parts: Math.max(0, Number(event.target.value) || 0) })}
            />
            <TextField
              {...cell}
              type="number"
              label={index === 0 ? texts.train.openingMinutes : ''}
              slotProps={{ htmlInput: { 'aria-label': texts.train.openingMinutes, min: 0, step: 0.5 } }}
              value={o.minutes}
              onChange={(event) => opening(index, { minutes: Math.max(0, Number(event.target.value) || 0) })}
            />
            <PlainSelect
              label={texts.train.openingAfter}
              value={o.after}
              set={(after) => opening(index, { after })}
              options={[
                ['', texts.train.outside],
                ...machine.openings.slice(0, index).map((before) => [before.code, before.words] as const),
              ]}
              shown={index === 0 ? texts.train.openingAfter : ''}
            />
          </Box>
        ))}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button
            variant="outlined"
            onClick={() =>
              setDraft({
                ...machine,
                openings: [
                  ...machine.openings,
                  {
                    code: newCode(
                      'opening',
                      machine.openings.map((o) => o.code),
                    ),
                    words: texts.train.newOpening,
                    parts: 4,
                    minutes: 3,
                    after: '',
                  },
                ],
              })
            }
          >
            {texts.train.addOpening}
          </Button>
          <Box sx={{ flex: 1 }} />
          <Button
            variant="outlined"
            onClick={() => {
              edit.drop();
              props.close();
            }}
          >
            {texts.train.leave}
          </Button>
          <Button variant="contained" disabled={edit.busy || !edit.changed} onClick={() => void keep()}>
            {texts.train.save}
          </Button>
        </Box>
        {edit.refused && <span role="alert">{edit.refused.message}</span>}
      </Box>
    </Dialog>
  );
}
