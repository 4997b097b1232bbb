import { Box, Button, TextField } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { EditNotices } from '../../parts/EditNotices';
import { useEdit } from '../../parts/useEdit';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useMay } from '../shop/useRights';
import { Cell } from './Cell';
import { fileQuery, type KnowledgeColumn, type KnowledgeRow, type Opened } from './queries';

const words = texts.knowledge;

const rowDraft = z.object({ cells: z.record(z.string(), z.string()), why: z.string() });
type RowDraft = z.infer<typeof rowDraft>;

/** One row, shut: what it is, and whether it is the shop's own; open: its values, beside those that ship. */
export function RowOfKnowledge(props: {
  file: string;
  row: KnowledgeRow;
  columns: KnowledgeColumn[];
  open: boolean;
  toggle: () => void;
}) {
  const { row, open } = props;
  const own = Object.keys(row.own).length;
  return (
    <Box component="li" sx={{ bgcolor: colour.label }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={props.toggle}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          cursor: 'pointer',
          width: '100%',
          minHeight: 44,
          px: 1.25,
          py: 0.5,
          display: 'flex',
          gap: 1.5,
          alignItems: 'center',
          '&:hover': { bgcolor: colour.kraft },
          '&:focus-visible': { outline: `2px solid ${colour.ink}`, outlineOffset: -2 },
        }}
      >
        <Box component="strong" sx={{ flex: 1, minWidth: 0 }}>
          {row.words}
        </Box>
        {own > 0 && <span>{words.ownValues(own)}</span>}
        <Box component="span" sx={{ fontFamily: font.figures, color: colour.inkSoft }}>
          {row.row}
        </Box>
      </Box>
      {open && <Values file={props.file} row={row} columns={props.columns} />}
    </Box>
  );
}

function Values({ file, row, columns }: { file: string; row: KnowledgeRow; columns: KnowledgeColumn[] }) {
  const queries = useQueryClient();
  const may = useMay('shop');
  const thisRow = (of: Opened) => of.rows.find((one) => one.row === row.row);
  const edit = useEdit({
    name: `knowledge:${file}:${row.row}`,
    schema: rowDraft,
    saved: { cells: { ...row.shipped, ...row.own }, why: '' },
    version: row.last?.version ?? 0,
    send: (draft: RowDraft, version, key) =>
      ask(
        api.PUT('/api/knowledge/{file}', {
          params: { path: { file }, header: { 'Idempotency-Key': key } },
          body: {
            row: row.row,
            version,
            why: draft.why,
            cells: columns.map((c) => ({ column: c.column, typed: draft.cells[c.column] ?? '' })),
          },
        }),
      ),
    done: (opened: Opened) => {
      queries.setQueryData(fileQuery(file).queryKey, opened);
      // Whatever was reckoned, was reckoned with what went before.
      void queries.invalidateQueries();
    },
    versionOf: (current: Opened) => thisRow(current)?.last?.version ?? 0,
  });
  const { cells, why } = edit.value;
  const set = (column: string, typed: string) => edit.change({ why, cells: { ...cells, [column]: typed } });
  const asShipped = columns.every((c) => (cells[c.column] ?? '') === row.shipped[c.column]);
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        void edit.save();
      }}
      sx={{ px: 1.25, pt: 1, pb: 1.5, display: 'grid', gap: 1.25 }}
    >
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' },
          gap: 1.25,
        }}
      >
        {columns.map((column) => (
          <Cell
            key={column.column}
            column={column}
            shipped={row.shipped[column.column] ?? ''}
            typed={cells[column.column] ?? ''}
            set={(typed) => set(column.column, typed)}
            fixed={!may}
            wrong={edit.refused?.of(column.column)}
          />
        ))}
      </Box>
      <Box sx={{ color: colour.inkSoft, overflowWrap: 'anywhere' }}>
        {words.source(row.shipped['source'] ?? '')}
        {row.last && !may && <Box>{lastOf(row)}</Box>}
      </Box>
      <EditNotices edit={edit} theirs={(current: Opened) => lastOf(thisRow(current))} />
      {may ? (
        <>
          {edit.changed && (
            <TextField
              size="small"
              label={words.why}
              value={why}
              onChange={(event) => edit.change({ cells, why: event.target.value })}
              error={edit.refused?.of('why') !== undefined}
              helperText={edit.refused?.of('why')}
            />
          )}
          {edit.refused && !edit.refused.of('why') && (
            <Box role="alert" sx={{ color: colour.danger }}>
              {edit.refused.message}
            </Box>
          )}
          <Box
            sx={{
              display: 'flex',
              gap: 1.5,
              flexWrap: 'wrap',
              position: 'sticky',
              bottom: -16,
              py: 1,
              bgcolor: colour.label,
              borderTop: edit.changed ? `1px solid ${colour.line}` : undefined,
            }}
          >
            <Button type="submit" variant="contained" disabled={!edit.changed || edit.busy}>
              {words.keep}
            </Button>
            {!asShipped && (
              <Button variant="outlined" onClick={() => edit.change({ cells: row.shipped, why })}>
                {words.asShipped}
              </Button>
            )}
            {edit.changed && (
              <Button variant="text" onClick={edit.drop}>
                {words.drop}
              </Button>
            )}
            <Box sx={{ flex: 1, alignSelf: 'center', color: colour.inkSoft }}>{lastOf(row)}</Box>
          </Box>
        </>
      ) : (
        <Box>{words.notYours}</Box>
      )}
    </Box>
  );
}

/** Who changed a row last. */
function lastOf(row: KnowledgeRow | undefined): string {
  return row?.last ? words.last(row.last.by, momentWords(row.last.at), row.last.why) : '';
}
