import { Box, Button, TextField } from '@mui/material';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { ToothMap } from './toothMap';

/** What the map says: how the damage repeats, which side was loaded, what caused it, what to put right and to look at. */
export function PatternRead(props: {
  map: ToothMap;
  reading: Schemas['MapReading'];
  change: (map: ToothMap) => void;
}) {
  const { map, reading } = props;
  const { pattern } = reading;
  const facts = [
    pattern.periodicity && texts.look.periodic(pattern.periodicity),
    pattern.oneSided && texts.look.oneSided(pattern.oneSided),
    ...pattern.bands.map((band) => texts.look.band(band)),
    pattern.usableArc && pattern.usableArc.teeth < map.toothCount && texts.look.arc(pattern.usableArc),
  ].filter(Boolean);
  return (
    <Box component="section" aria-label={texts.look.says} aria-live="polite" sx={{ display: 'grid', gap: 1 }}>
      {pattern.fragmentsToFind > 0 && <Fragments {...props} toFind={pattern.fragmentsToFind} />}
      {map.fragmentsAccepted && <Box>{texts.look.accepted(map.fragmentsAccepted)}</Box>}
      <Box component="h2" sx={{ m: 0, fontSize: 17 }}>
        {texts.look.says}
      </Box>
      {facts.map((fact) => (
        <Box key={String(fact)}>{fact}</Box>
      ))}
      {pattern.causes.length === 0 && <Box sx={{ color: colour.inkSoft }}>{texts.look.nothing}</Box>}
      {pattern.causes
        .filter((cause, index) => index === 0 || (index < 3 && cause.probability > 0.08))
        .map((cause, index) => (
          <Box key={cause.code}>
            <Box sx={{ display: 'flex', gap: 1 }}>
              <Box component="span" sx={{ flex: 1, fontWeight: index === 0 ? 700 : 400 }}>
                {cause.words}
              </Box>
              <Box component="span" sx={{ fontFamily: font.figures, fontWeight: 700 }}>
                {Math.round(100 * cause.probability)}%
              </Box>
            </Box>
            <Box sx={{ height: 8, bgcolor: colour.kraft }}>
              <Box
                sx={{
                  height: 8,
                  width: `${100 * cause.probability}%`,
                  bgcolor: index === 0 ? colour.go : colour.goSoft,
                }}
              />
            </Box>
            <Box sx={{ fontSize: 14 }}>
              {cause.reasons.length > 0 && texts.look.because(cause.reasons.join(', '))}{' '}
              <strong>{texts.look.putRight}</strong> {cause.putRight}
            </Box>
          </Box>
        ))}
      {(pattern.alsoLook.length > 0 || reading.mates.length > 0) && (
        <Box>
          <strong>{texts.look.also}</strong>
          {pattern.alsoLook.map((line) => (
            <Box key={line} sx={{ display: 'flex', gap: 0.75 }}>
              <Mark name="teeth" size={15} />
              {line}
            </Box>
          ))}
          {reading.mates.length > 0 && <Box>{texts.look.mates(reading.mates.join(', '))}</Box>}
          {reading.sisters.length > 0 && <Box>{texts.look.sisters(reading.sisters.join(', '))}</Box>}
        </Box>
      )}
    </Box>
  );
}

/** A tooth not found is asked for until it is found, or somebody says why it no longer matters. */
function Fragments(props: { map: ToothMap; toFind: number; change: (map: ToothMap) => void }) {
  const { map } = props;
  const [why, setWhy] = useState('');
  return (
    <Box
      role="alert"
      sx={{
        bgcolor: colour.measure,
        px: 1.5,
        py: 0.75,
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        flexWrap: 'wrap',
      }}
    >
      <Mark name="caution" />
      <Box sx={{ flex: '1 1 85%' }}>{texts.look.fragments(props.toFind)}</Box>
      <Button
        variant="outlined"
        onClick={() => props.change({ ...map, fragmentsFound: map.fragmentsFound + 1 })}
      >
        {texts.look.foundOne}
      </Button>
      <TextField
        size="small"
        placeholder={texts.look.whyAccept}
        slotProps={{ htmlInput: { 'aria-label': texts.look.whyAccept } }}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button
        variant="outlined"
        disabled={!why.trim()}
        onClick={() => props.change({ ...map, fragmentsAccepted: why.trim() })}
      >
        {texts.look.accept}
      </Button>
    </Box>
  );
}
