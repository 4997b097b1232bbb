import { Box, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, Route, Routes } from 'react-router';
import { Did } from '../book/Did';
import { Travel } from '../book/Travel';
import { Page, PageTitle } from '../../parts/Page';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { ModelTrain } from './ModelTrain';
import { modelsQuery } from './queries';
import { useKindWords } from './useKindWords';

const words = texts.book;

/** The device book: machines and how they are driven. */
export default function Book() {
  return (
    <Routes>
      <Route path="did" element={<Did />} />
      <Route path=":model" element={<ModelTrain />} />
      <Route path="*" element={<Models />} />
    </Routes>
  );
}

/** Every machine that has been on this bench, found by maker and name. */
function Models() {
  const [find, setFind] = useState('');
  const models = useQuery(modelsQuery(find));
  const kind = useKindWords();
  return (
    <Page
      head={
        <>
          <PageTitle>{words.title}</PageTitle>
          <TextField
            size="small"
            label={words.find}
            value={find}
            onChange={(event) => setFind(event.target.value)}
            sx={{ width: 360, maxWidth: '100%', mt: 2, mb: 1.5 }}
          />
          <Box sx={{ display: 'flex', columnGap: 3, flexWrap: 'wrap', mb: 1.5 }}>
            <Box component={Link} to="/book/did" sx={{ py: 1.25, color: colour.ink }}>
              {texts.did.title}
            </Box>
            <Box component={Link} to="/knowledge" sx={{ py: 1.25, color: colour.ink }}>
              {texts.knowledge.link}
            </Box>
          </Box>
        </>
      }
    >
      <Box
        sx={{
          display: 'grid',
          columnGap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 640px) minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <div>
          {models.data?.length === 0 && <Box>{words.none}</Box>}
          <Box
            component="ul"
            sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 640, display: 'grid', gap: '3px' }}
          >
            {models.data?.map((model) => (
              <li key={model.id}>
                <Box
                  component={Link}
                  to={`/book/${model.id}`}
                  sx={{
                    display: 'flex',
                    gap: 2,
                    alignItems: 'center',
                    minHeight: 48,
                    px: 1.5,
                    bgcolor: colour.label,
                    color: colour.ink,
                    textDecoration: 'none',
                    '&:hover': { bgcolor: colour.kraft },
                  }}
                >
                  <Box component="strong" sx={{ flex: 1 }}>
                    {model.maker} {model.name}
                  </Box>
                  <span>{kind(model.kind)}</span>
                  <Box component="span" sx={{ fontFamily: font.figures, minWidth: 70, textAlign: 'right' }}>
                    {words.jobs(model.jobs)}
                  </Box>
                </Box>
              </li>
            ))}
          </Box>
        </div>
        <Travel />
      </Box>
    </Page>
  );
}
