import { Box } from '@mui/material';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour } from '../../theme';

export type Step = keyof typeof texts.steps;
export const STEPS = Object.keys(texts.steps) as Step[];

/** The ten steps as the teeth of a rack; the engaged one stands up. */
export function StepTeeth({ job, step }: { job: Schemas['Job']; step: Step }) {
  const rack = useRef<HTMLElement>(null);
  useEffect(() => {
    // On a telephone the rack of steps is longer than the screen: the engaged one is brought into view.
    const engaged = rack.current?.querySelector<HTMLElement>('[aria-current="step"]');
    if (rack.current && engaged) {
      rack.current.scrollLeft = engaged.offsetLeft - (rack.current.clientWidth - engaged.clientWidth) / 2;
    }
  }, [step]);
  return (
    <Box component="nav" aria-label={texts.stepsLabel} sx={{ borderBottom: `7px solid ${colour.engaged}` }}>
      <Box
        component="ol"
        ref={rack}
        sx={{
          display: 'flex',
          listStyle: 'none',
          m: 0,
          p: 0,
          height: 58,
          alignItems: 'flex-end',
          position: 'relative',
          overflowX: { xs: 'auto', sm: 'visible' },
          overflowY: 'hidden',
        }}
      >
        {STEPS.map((name) => {
          const engaged = name === step;
          const done = job.stepsDone.includes(name);
          return (
            <Box component="li" key={name} sx={{ flex: 1, minWidth: { xs: 76, sm: 0 }, px: '1px' }}>
              <Box
                component={Link}
                to={`/job/${job.id}/${name}`}
                aria-current={engaged ? 'step' : undefined}
                aria-label={done ? texts.stepDone(texts.steps[name]) : texts.steps[name]}
                sx={{
                  display: 'flex',
                  flexDirection: 'column',
                  alignItems: 'center',
                  justifyContent: 'center',
                  height: engaged ? 56 : 46,
                  clipPath: 'polygon(9% 0, 91% 0, 100% 100%, 0 100%)',
                  bgcolor: engaged ? colour.engaged : done ? colour.done : colour.kraft,
                  color: engaged ? colour.white : done ? colour.doneInk : colour.ink,
                  textDecoration: 'none',
                  fontSize: 13.5,
                  fontWeight: engaged ? 700 : 500,
                  whiteSpace: 'nowrap',
                  '&:focus-visible': { bgcolor: colour.ink, color: colour.white },
                }}
              >
                {texts.steps[name]}
                {done && <Mark name="yes" size={12} />}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
