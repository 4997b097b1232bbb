import { Box, TextField } from '@mui/material';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { Tick } from '../../parts/Tick';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { KnowledgeColumn } from './queries';
import { joined, sharesOf, withShare, type Share } from './shares';

const words = texts.knowledge;

const YES_NO: Partial<Record<KnowledgeColumn['kind'], [string, string][]>> = {
  yesNo: [
    ['yes', words.yes],
    ['no', words.no],
  ],
  trueFalse: [
    ['true', words.yes],
    ['false', words.no],
  ],
};

interface CellProps {
  column: KnowledgeColumn;
  shipped: string;
  typed: string;
  set: (typed: string) => void;
  fixed: boolean;
  wrong: string | undefined;
}

/** One value of a row, each kind as it is easiest to type; beside one that is the shop's own, what ships. */
export function Cell(props: CellProps) {
  const { column, shipped, typed } = props;
  const label = column.unit ? `${column.words}, ${column.unit}` : column.words;
  const options = YES_NO[column.kind];
  if (options) {
    return <PlainSelect label={label} shown={label} value={typed} set={props.set} options={options} />;
  }
  if (column.kind === 'names') return <Names {...props} label={label} />;
  if (column.kind === 'shares') return <Shares {...props} label={label} />;
  const changed = typed !== shipped;
  return (
    <TextField
      size="small"
      label={label}
      value={typed}
      disabled={props.fixed}
      multiline={column.kind === 'text'}
      onChange={(event) => props.set(event.target.value)}
      error={props.wrong !== undefined}
      helperText={props.wrong ?? (changed ? words.shipped(shipped) : undefined)}
      sx={{
        ...(column.kind === 'text' && { gridColumn: '1 / -1' }),
        '& .MuiInputBase-input': {
          fontWeight: changed ? 700 : undefined,
          ...(column.kind !== 'text' && { fontFamily: font.figures }),
        },
      }}
    />
  );
}

function Group(props: { label: string; wrong: string | undefined; children: React.ReactNode }) {
  return (
    <Box
      component="fieldset"
      sx={{ gridColumn: '1 / -1', border: `1px solid ${colour.line}`, m: 0, px: 1.25, py: 0.75, minWidth: 0 }}
    >
      <Box component="legend" sx={{ px: 0.5 }}>
        {props.label}
      </Box>
      {props.children}
      {props.wrong !== undefined && (
        <Box role="alert" sx={{ color: colour.danger }}>
          {props.wrong}
        </Box>
      )}
    </Box>
  );
}

function Names({ column, typed, set, fixed, wrong, label }: CellProps & { label: string }) {
  const chosen = new Set(typed.split(' ').filter((name) => name !== ''));
  return (
    <Group label={label} wrong={wrong}>
      <Box
        component="fieldset"
        disabled={fixed}
        sx={{
          border: 0,
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(210px, 1fr))',
          columnGap: 2,
        }}
      >
        {column.names.map((one) => (
          <Tick
            key={one.name}
            label={one.words}
            checked={chosen.has(one.name)}
            set={(on) =>
              set(
                on
                  ? [...chosen, one.name].join(' ')
                  : [...chosen].filter((name) => name !== one.name).join(' '),
              )
            }
          />
        ))}
      </Box>
    </Group>
  );
}

/** Names with a share each, in words; those that are not there yet can be added. */
function Shares({ column, shipped, typed, set, fixed, wrong, label }: CellProps & { label: string }) {
  const shares = sharesOf(typed);
  const before = new Map(sharesOf(shipped).map((share) => [share.name, share.share]));
  const called = (name: string) => column.names.find((one) => one.name === name)?.words ?? name;
  const there = new Set(shares.map((share) => share.name));
  const change = (next: Share[]) => set(joined(next));
  return (
    <Group label={label} wrong={wrong}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '2px' }}>
        {shares.map((share) => (
          <Box component="li" key={share.name} sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
            <TextField
              size="small"
              value={share.share}
              disabled={fixed}
              onChange={(event) => change(withShare(shares, share.name, event.target.value.trim()))}
              slotProps={{
                htmlInput: { 'aria-label': words.share(called(share.name)), inputMode: 'decimal' },
              }}
              sx={{ width: 84, '& .MuiInputBase-input': { fontFamily: font.figures } }}
            />
            <Box sx={{ flex: 1, fontWeight: before.get(share.name) === share.share ? 400 : 700 }}>
              {called(share.name)}
              {before.get(share.name) !== share.share && (
                <Box component="span" sx={{ fontWeight: 400, color: colour.inkSoft, ml: 1 }}>
                  {words.shipped(before.get(share.name) ?? '')}
                </Box>
              )}
            </Box>
            {!fixed && (
              <PlainButton
                aria-label={words.leaveOut(called(share.name))}
                onClick={() => change(shares.filter((one) => one.name !== share.name))}
              >
                ×
              </PlainButton>
            )}
          </Box>
        ))}
      </Box>
      {!fixed && (
        <Box sx={{ mt: 1, maxWidth: 420 }}>
          <PlainSelect
            label={words.add}
            shown={words.add}
            value=""
            set={(name) => {
              if (name) change([...shares, { name, share: '.5' }]);
            }}
            options={[
              ['', words.choose],
              ...column.names
                .filter((one) => !there.has(one.name))
                .map((one): [string, string] => [one.name, one.words]),
            ]}
          />
        </Box>
      )}
    </Group>
  );
}
