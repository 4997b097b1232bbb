import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { colour } from '../../theme';
import { DrawnMarks } from './DrawnMarks';

/** A photograph small, with what is drawn on it. */
export function Thumbnail(props: { jobId: number; photo: Schemas['Photo']; height: number; alt?: string }) {
  const { jobId, photo, height } = props;
  return (
    <Box
      sx={{
        position: 'relative',
        height,
        maxWidth: '100%',
        width: Math.round((height * photo.width) / photo.height),
      }}
    >
      <img
        src={`/api/photo/${jobId}/${photo.id}/thumbnail.jpg?key=${photo.key}`}
        alt={props.alt ?? ''}
        style={{
          display: 'block',
          width: '100%',
          height: '100%',
          objectFit: 'contain',
          background: colour.kraft,
        }}
      />
      <DrawnMarks marks={photo.marks} width={photo.width} height={photo.height} />
    </Box>
  );
}
