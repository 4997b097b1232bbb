import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { NumberField } from '../../parts/NumberField';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { promiseQuery } from './queries';

const words = texts.dayPlan;
const SHOWN = 10;
/** A promise is proposed from this chance on. */
const SURE = 0.9;

/** What could be promised for one more job, by the chance of keeping it, and what that would do to the others. */
export function Promised() {
  const [minutes, setMinutes] = useState(50);
  const [arrives, setArrives] = useState(0);
  const [due, setDue] = useState(5);
  const asked = useQuery(promiseQuery(minutes, arrives, due));
  const days = asked.data?.days.slice(0, SHOWN) ?? [];
  const sure = asked.data?.days.findIndex((d) => d.chance >= SURE) ?? -1;
  return (
    <Box component="section" aria-label={words.promiseTitle}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {words.promiseTitle}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, mb: 1 }}>
        <NumberField label={words.minutes} whole value={minutes} set={(n) => n && setMinutes(n)} />
        <NumberField label={words.arrives} whole value={arrives} set={(n) => setArrives(n ?? 0)} />
        <NumberField label={words.due} whole value={due} set={(n) => setDue(n ?? 0)} />
      </Box>
      {asked.error && <Box role="alert">{asked.error.message}</Box>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {days.map((day, index) => (
          <Box
            component="li"
            key={day.day}
            sx={{
              display: 'grid',
              gridTemplateColumns: '104px 1fr 52px',
              gap: 1,
              alignItems: 'center',
              py: '2px',
            }}
          >
            <Box sx={{ fontFamily: font.figures, fontWeight: index === sure ? 700 : 400 }}>
              {dayWords(day.day)}
            </Box>
            <Box sx={{ bgcolor: colour.kraftPale, height: 14 }}>
              <Box
                sx={{
                  height: 14,
                  width: `${100 * day.chance}%`,
                  bgcolor: day.chance >= SURE ? colour.go : colour.goSoft,
                }}
              />
            </Box>
            <Box sx={{ fontFamily: font.figures, textAlign: 'right' }}>{Math.round(100 * day.chance)}%</Box>
          </Box>
        ))}
      </Box>
      {asked.data?.pushed.map((pushed) => (
        <Box key={pushed.jobId} sx={{ color: colour.danger, mt: 0.5 }}>
          {words.pushed(pushed.tray, pushed.before, pushed.after)}
        </Box>
      ))}
    </Box>
  );
}
