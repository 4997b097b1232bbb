import { Box, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Refused } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { Page, PageTitle } from '../../parts/Page';
import { Tick } from '../../parts/Tick';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { RowOfKnowledge } from './RowOfKnowledge';
import { fileQuery, filesQuery, type KnowledgeRow } from './queries';

const words = texts.knowledge;

/** What Gewerk goes by, file by file, and what this shop has put in place of it. */
export default function Knowledge() {
  const { file = 'materials' } = useParams();
  const files = useQuery(filesQuery);
  return (
    <Page
      head={
        <>
          <PageTitle>{words.title}</PageTitle>
          <Box sx={{ maxWidth: 720, mt: 0.5, mb: 1.5, color: colour.inkSoft }}>{words.what}</Box>
        </>
      }
    >
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '250px minmax(0, 1fr)' },
          gap: 2,
          alignItems: 'start',
        }}
      >
        <Box component="nav" aria-label={words.files} sx={{ display: 'grid', gap: '3px' }}>
          {files.data?.map((one) => (
            <Box
              key={one.file}
              component={Link}
              to={`/knowledge/${one.file}`}
              aria-current={one.file === file ? 'page' : undefined}
              sx={{
                display: 'flex',
                alignItems: 'center',
                justifyContent: 'space-between',
                minHeight: 44,
                px: 1.25,
                color: colour.ink,
                textDecoration: 'none',
                bgcolor: one.file === file ? colour.kraft : colour.label,
              }}
            >
              {one.words}
              {one.changed > 0 && (
                <Box component="strong" sx={{ fontFamily: font.figures }}>
                  {words.ownRows(one.changed)}
                </Box>
              )}
            </Box>
          ))}
        </Box>
        <Rows key={file} file={file} />
      </Box>
    </Page>
  );
}

function matches(row: KnowledgeRow, find: string): boolean {
  const all = `${row.row} ${row.words} ${Object.values(row.own).join(' ')}`.toLowerCase();
  return find
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

function Rows({ file }: { file: string }) {
  const opened = useQuery(fileQuery(file));
  const [find, setFind] = useState('');
  const [onlyOwn, setOnlyOwn] = useState(false);
  const [picked, pick] = useState<string>();
  if (opened.error instanceof Refused) return <Notice look="next">{opened.error.message}</Notice>;
  if (!opened.data) return null;
  const rows = opened.data.rows.filter(
    (row) => matches(row, find) && (!onlyOwn || Object.keys(row.own).length > 0),
  );
  return (
    <Box component="section" aria-label={opened.data.words} sx={{ maxWidth: 900 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
        <TextField
          size="small"
          label={words.find}
          value={find}
          onChange={(event) => setFind(event.target.value)}
          sx={{ width: 300, maxWidth: '100%' }}
        />
        <Tick label={words.onlyOwn} checked={onlyOwn} set={setOnlyOwn} />
      </Box>
      {rows.length === 0 && <Box>{onlyOwn ? words.noneOwn : words.none}</Box>}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '3px' }}>
        {rows.map((row) => (
          <RowOfKnowledge
            key={row.row}
            file={file}
            row={row}
            columns={opened.data.columns}
            open={picked === row.row}
            toggle={() => pick(picked === row.row ? undefined : row.row)}
          />
        ))}
      </Box>
    </Box>
  );
}
