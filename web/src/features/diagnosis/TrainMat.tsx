import { Box, Button } from '@mui/material';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Mark } from '../../parts/Marks';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { PlainButton } from '../../parts/PlainButton';

/** The machine's parts in the order of the drive, each as suspect as it is; and what is off already. */
export function TrainMat(props: {
  machine: Schemas['Machine'] | undefined;
  own: boolean;
  standing: Schemas['Standing'] | undefined;
  opened: string[];
  pick: (part: string) => void;
  open: (code: string) => void;
  edit: () => void;
  /** Where the device book has it. */
  book: string;
}) {
  const { machine } = props;
  const suspects = new Map(props.standing?.parts.map((p) => [p.component, p.probability]));
  const most = Math.max(...suspects.values(), 0.01);
  const reached = (behind: string): boolean => behind === '' || props.opened.includes(behind);
  return (
    <Box
      component="section"
      aria-label={texts.train.title}
      sx={{
        bgcolor: colour.mat,
        color: colour.paper,
        p: 1.75,
        overflow: 'auto',
        display: 'grid',
        alignContent: 'start',
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', mb: 1 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 17, flex: 1 }}>
          {texts.train.title}
        </Box>
        <span>{props.own ? texts.train.own : texts.train.generic}</span>
      </Box>
      <Box
        component="ol"
        sx={{ listStyle: 'none', m: 0, p: 0, borderLeft: `3px solid ${colour.matLineStrong}` }}
      >
        {machine?.components.map((part) => {
          const chance = suspects.get(part.code) ?? 0;
          const first = chance === most && chance > 0.02;
          return (
            <Box component="li" key={part.code} sx={{ pl: 1, py: '2px' }}>
              <PlainButton
                onClick={() => props.pick(part.words)}
                aria-label={texts.train.pick(part.words, Math.round(100 * chance))}
                sx={{
                  width: '100%',
                  textAlign: 'left',
                  px: 1,
                  minHeight: 34,
                  display: 'flex',
                  alignItems: 'center',
                  gap: 1,
                  color: colour.ink,
                  background: `linear-gradient(to right, ${first ? colour.engagedPale : colour.kraftMid} ${100 * chance}%, ${colour.bone} ${100 * chance}%)`,
                  fontWeight: first ? 700 : 400,
                }}
              >
                <span style={{ flex: 1 }}>{part.words}</span>
                {!reached(part.behind) && (
                  <Box component="span" sx={{ fontSize: 13, color: colour.inkSoft, fontWeight: 400 }}>
                    {texts.train.behind(machine.openings.find((o) => o.code === part.behind)?.words ?? '')}
                  </Box>
                )}
                <Box component="span" sx={{ fontFamily: font.figures, minWidth: 40, textAlign: 'right' }}>
                  {chance < 0.01 ? '' : `${Math.round(100 * chance)}%`}
                </Box>
              </PlainButton>
            </Box>
          );
        })}
      </Box>
      {machine && machine.openings.length > 0 && (
        <Box sx={{ mt: 1.5 }}>
          <Box sx={{ mb: 0.5 }}>{texts.train.off}</Box>
          <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
            {machine.openings.map((opening) => {
              const on = props.opened.includes(opening.code);
              return (
                <PlainButton
                  key={opening.code}
                  aria-pressed={on}
                  onClick={() => props.open(opening.code)}
                  sx={{
                    display: 'flex',
                    gap: 0.5,
                    alignItems: 'center',
                    minHeight: 36,
                    px: 1.25,
                    border: `1px solid ${colour.bone}`,
                    bgcolor: on ? colour.bone : 'transparent',
                    color: on ? colour.ink : colour.paper,
                  }}
                >
                  {on && <Mark name="yes" size={14} />}
                  {opening.words}
                </PlainButton>
              );
            })}
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1.5, flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={props.edit}>
          {texts.train.edit}
        </Button>
        <Button variant="outlined" component={Link} to={props.book}>
          {texts.book.open}
        </Button>
      </Box>
    </Box>
  );
}
