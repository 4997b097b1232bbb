import { Box } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { PlainButton } from '../../parts/PlainButton';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';
import { pageQuery } from './queries';
import { Section } from '../../parts/Section';

const words = texts.bookPage;

/** Photographs that were put into the book, here or elsewhere. */
export function Pictures({ page }: { page: Schemas['ModelPage'] }) {
  const queries = useQueryClient();
  const may = useMay('bench');
  const hide = useSave(
    (pictureId: number) =>
      ask(api.DELETE('/api/book/pictures/{pictureId}', { params: { path: { pictureId } } })),
    (now) => queries.setQueryData(pageQuery(page.model.id).queryKey, now),
  );
  return (
    <Section title={words.pictures}>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))' }}>
        {page.pictures.map((p) => (
          <Box component="figure" key={p.imageId} sx={{ m: 0 }}>
            <a href={`/api/book/images/${p.imageId}`} target="_blank" rel="noreferrer">
              <Box
                component="img"
                src={`/api/book/images/${p.imageId}`}
                alt={p.shows}
                sx={{ width: '100%', height: 110, objectFit: 'cover', display: 'block' }}
              />
            </a>
            <Box component="figcaption" sx={{ fontSize: 14 }}>
              {p.shows}{' '}
              <Box component="span" sx={{ color: colour.inkSoft }}>
                {p.from ? words.from(p.from) : p.by}
              </Box>{' '}
              {p.id !== undefined && may && (
                <PlainButton
                  aria-label={words.takeBackLine(p.shows)}
                  onClick={() => void hide.run(p.id as number)}
                  sx={{ textDecoration: 'underline' }}
                >
                  {words.takeBack}
                </PlainButton>
              )}
            </Box>
          </Box>
        ))}
      </Box>
    </Section>
  );
}
