import { Box, Dialog, DialogContent, TextField } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useId, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, ask } from '../../api/client';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

/** Any job by machine, owner, serial or the owner's words; arrows and Enter open it. */
export function Find({ close }: { close: () => void }) {
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState(0);
  const navigate = useNavigate();
  const found = useQuery({
    queryKey: ['find', words],
    queryFn: ({ signal }) => ask(api.GET('/api/job', { params: { query: { find: words } }, signal })),
    placeholderData: keepPreviousData,
  });
  const jobs = found.data ?? [];
  const list = useId();
  const option = (id: number) => `${list}-${id}`;
  const open = (id: number) => {
    close();
    void navigate(`/job/${id}`);
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown') setChosen((at) => Math.min(at + 1, jobs.length - 1));
    else if (event.key === 'ArrowUp') setChosen((at) => Math.max(at - 1, 0));
    else if (event.key === 'Enter' && jobs[chosen]) open(jobs[chosen].id);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-label={texts.findLabel}>
      <DialogContent>
        <TextField
          fullWidth
          autoFocus
          label={texts.findLabel}
          placeholder={texts.findBy}
          value={words}
          onChange={(event) => {
            setWords(event.target.value);
            setChosen(0);
          }}
          onKeyDown={keys}
          slotProps={{
            htmlInput: {
              role: 'combobox',
              'aria-expanded': jobs.length > 0,
              'aria-controls': list,
              'aria-autocomplete': 'list',
              ...(jobs[chosen] && { 'aria-activedescendant': option(jobs[chosen].id) }),
            },
          }}
        />
        <Box role="status" sx={{ color: colour.inkSoft, mt: 0.5 }}>
          {found.data && (jobs.length === 0 ? texts.findNothing : texts.found(jobs.length))}
        </Box>
        <Box
          component="ul"
          role="listbox"
          id={list}
          aria-label={texts.findLabel}
          sx={{ listStyle: 'none', p: 0, m: 0, mt: 1 }}
        >
          {jobs.map((job, index) => (
            // The arrows move the choice from within the field; a pointer takes one directly.
            // eslint-disable-next-line jsx-a11y/click-events-have-key-events
            <li
              key={job.id}
              id={option(job.id)}
              role="option"
              aria-selected={index === chosen}
              onClick={() => open(job.id)}
            >
              <Box
                sx={{
                  borderBottom: `1px solid ${colour.line}`,
                  bgcolor: index === chosen ? colour.next : 'transparent',
                  display: 'grid',
                  gridTemplateColumns: '42px 1fr auto',
                  gap: 1,
                  py: 1,
                  cursor: 'pointer',
                }}
              >
                <Box sx={{ fontFamily: font.figures, fontSize: 18, fontWeight: 700 }}>
                  {String(job.trayNumber).padStart(2, '0')}
                </Box>
                <Box sx={{ minWidth: 0 }}>
                  <strong>{job.machine}</strong> {job.ownerName}
                  <Box dir="auto" sx={{ color: colour.inkSoft }}>
                    {job.complaint}
                  </Box>
                </Box>
                <Box sx={{ color: colour.inkSoft }}>{texts.places[job.place]}</Box>
              </Box>
            </li>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
