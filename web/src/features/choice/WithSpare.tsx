import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';

type Companion = Schemas['Companion'];
type Part = Companion['part'];

const words = texts.choose.withSpare;
const PARTS = Object.keys(words.parts) as Part[];

/** What comes with the maker's spare, and what must be bought with it. */
export function WithSpare(props: { value: Companion[]; change: (value: Companion[]) => void }) {
  const { value, change } = props;
  const put = (part: Part, next?: Companion) =>
    change([...value.filter((c) => c.part !== part), ...(next ? [next] : [])]);
  const left = PARTS.filter((part) => !value.some((c) => c.part === part));
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, display: 'grid', gap: 0.5 }}>
      <Box component="legend" sx={{ p: 0 }}>
        {words.title}
      </Box>
      {PARTS.flatMap((part) => value.filter((c) => c.part === part)).map((companion) => (
        <Box key={companion.part} sx={{ display: 'flex', gap: 1, alignItems: 'end', flexWrap: 'wrap' }}>
          <Box sx={{ width: 176, pb: 1.25 }}>{words.parts[companion.part]}</Box>
          <PlainSelect
            label={words.how(words.parts[companion.part])}
            value={companion.comesWith ? 'comesWith' : 'mustBuy'}
            set={(how) => {
              if (how === 'not') put(companion.part);
              else if (how === 'comesWith') put(companion.part, { part: companion.part, comesWith: true });
              else put(companion.part, { ...companion, comesWith: false });
            }}
            options={(['comesWith', 'mustBuy', 'not'] as const).map((h) => [h, words.ways[h]] as const)}
            sx={{ minHeight: 44 }}
          />
          {!companion.comesWith && (
            <Box sx={{ width: 148 }}>
              <NumberField
                label={words.price}
                value={companion.price}
                set={(price) =>
                  put(companion.part, {
                    part: companion.part,
                    comesWith: false,
                    ...(price !== undefined && { price }),
                  })
                }
              />
            </Box>
          )}
        </Box>
      ))}
      {left.length > 0 && (
        <PlainSelect
          label={words.add}
          value=""
          set={(part) => part !== '' && put(part, { part, comesWith: true })}
          options={[['', words.add] as const, ...left.map((part) => [part, words.parts[part]] as const)]}
          sx={{ minHeight: 44, width: 'fit-content' }}
        />
      )}
    </Box>
  );
}
