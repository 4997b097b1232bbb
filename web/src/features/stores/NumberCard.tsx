import { Box } from '@mui/material';
import { Link } from 'react-router';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { NumberForm } from './NumberForm';
import type { PartCard } from './queries';

const words = texts.stores.number;

/** A part by its number: what it became, where it sits, what it needs, what it is mistaken for. */
export function NumberCard({ card }: { card: PartCard }) {
  const today = card.chain.at(-1);
  return (
    <Box
      component="section"
      aria-label={card.number}
      sx={{ bgcolor: colour.kraft, border: `1px solid ${colour.line}`, px: 1.5, py: 1, mb: 1.5 }}
    >
      <Box component="h3" sx={{ m: 0, fontSize: 17 }}>
        <Box component="span" sx={{ fontFamily: font.figures }}>
          {card.number}
        </Box>{' '}
        {card.name}
      </Box>
      <Box sx={{ fontWeight: card.chain.length > 1 ? 700 : 400 }}>
        {card.chain.length > 1 ? words.soldAs(today?.number ?? '') : words.current}
      </Box>
      {card.chain.length > 1 && (
        <Box component="ol" aria-label={words.chain} sx={{ m: 0, my: 0.75, pl: 3 }}>
          {card.chain.map((one) => (
            <li key={one.number}>
              <Box component="span" sx={{ fontFamily: font.figures }}>
                {one.number}
              </Box>{' '}
              {one.name}
              {one.until && `, ${words.until(dayWords(one.until))}`}
            </li>
          ))}
        </Box>
      )}
      {card.older.length > 0 && (
        <Box>
          {words.older}: {card.older.map((one) => one.number).join(', ')}
        </Box>
      )}
      {card.places.length > 0 && (
        <Box>
          {words.sits}{' '}
          {card.places.map((place, i) => (
            <span key={`${place.modelId} ${place.position}`}>
              {i > 0 && '; '}
              <Link to={`/book/${place.modelId}`} style={{ color: colour.ink }}>
                {place.machine}
              </Link>
              {place.position && `, ${words.position(place.position)}`}
            </span>
          ))}
        </Box>
      )}
      {card.companions.length > 0 && (
        <Box>
          {words.needs}:{' '}
          {card.companions
            .map((one) => `${one.pieces} × ${one.name}${one.number ? ` (${one.number})` : ''}`)
            .join('; ')}
        </Box>
      )}
      {card.lookalikes.map((one) => (
        <Box key={one.number} sx={{ bgcolor: colour.next, px: 1, py: 0.5, mt: 0.5 }}>
          {words.lookalikes} <strong>{one.number}</strong> {one.name}: {one.tell}
        </Box>
      ))}
      <NumberForm key={card.number} card={card} />
    </Box>
  );
}
