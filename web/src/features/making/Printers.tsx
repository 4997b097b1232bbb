import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, newKey, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { lengthWords, typedLength, useUnit } from '../../parts/unit';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { shopQuery } from '../shop/queries';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import type { DrawnGear, Growth } from './TestPiece';

const words = texts.make.printers;
type Size = Schemas['PrintedSize'];

/** The shop's printers with their materials: what they do to sizes, kept, and made surer by every gear that is measured. */
export function Printers(props: {
  take: (growth: Growth) => void;
  /** Sizes of a test piece that say something. */
  measured: Size[] | undefined;
  gear: DrawnGear | undefined;
  kept: () => void;
}) {
  const shop = useQuery(shopQuery);
  const may = useMay('bench');
  const queries = useQueryClient();
  const printers = useQuery({
    queryKey: ['printers'],
    queryFn: () => ask(api.GET('/api/printers')),
    enabled: shop.data?.here !== undefined,
  });
  const [called, setCalled] = useState({ name: '', material: '' });
  const [key, setKey] = useState(newKey);
  const add = useSave(
    (body: Schemas['MeasuredOfPrinter']) =>
      ask(api.POST('/api/printers', { params: { header: { 'Idempotency-Key': key } }, body })),
    (all) => {
      setKey(newKey());
      queries.setQueryData(['printers'], all);
      // What was asked for before may arrive after: ask once more.
      void queries.invalidateQueries({ queryKey: ['printers'] });
    },
  );
  const keep = async () => {
    if (props.measured && (await add.run({ ...called, sizes: props.measured }))) props.kept();
  };
  if (!printers.data) return null;
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {printers.data.length > 0 && <strong>{words.title}</strong>}
      {printers.data.map((printer) => (
        <OnePrinter
          key={printer.id}
          printer={printer}
          take={props.take}
          gear={props.gear}
          add={(size) => add.run({ name: printer.name, material: printer.material, sizes: [size] })}
        />
      ))}
      {props.measured && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end' }}>
          <Field
            label={words.name}
            value={called.name}
            set={(name) => setCalled({ ...called, name })}
            message={add.refused?.of('name')}
          />
          <Field
            label={words.material}
            value={called.material}
            set={(material) => setCalled({ ...called, material })}
            message={undefined}
          />
          <Button variant="outlined" disabled={!may || add.busy} onClick={() => void keep()}>
            {words.keep}
          </Button>
        </Box>
      )}
      {add.refused && add.refused.of('name') === undefined && (
        <Notice look="danger" role="alert">
          {add.refused.message}
        </Notice>
      )}
    </Box>
  );
}

function OnePrinter(props: {
  printer: Schemas['Printer'];
  take: (growth: Growth) => void;
  gear: DrawnGear | undefined;
  add: (size: Size) => Promise<unknown>;
}) {
  const { printer, gear } = props;
  const unit = useUnit();
  const may = useMay('bench');
  const [tip, setTip] = useState('');
  const came = typedLength(tip, unit);
  const growth = printer.growth;
  return (
    <Box sx={{ bgcolor: colour.label, px: 1.25, py: 0.75 }}>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 200px' }}>
          <strong>
            {printer.name}, {printer.material}
          </strong>{' '}
          ({words.measured(printer.measured)})
          <Box sx={{ fontFamily: font.figures, fontSize: 14 }}>
            {growth ? texts.make.testPiece.says(growth) : printer.why}
          </Box>
        </Box>
        {growth && (
          <PlainButton
            aria-label={words.useName(printer.name, printer.material)}
            onClick={() => props.take(growth)}
            sx={{ minHeight: 44, px: 1.5, bgcolor: colour.goPale, fontWeight: 700 }}
          >
            {texts.make.testPiece.use}
          </PlainButton>
        )}
      </Box>
      {gear && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end', mt: 0.5 }}>
          <Field
            label={words.gearCame(lengthWords(gear.tipMm, unit))}
            value={tip}
            set={setTip}
            message={undefined}
          />
          <Button
            variant="outlined"
            disabled={!may || came === undefined}
            onClick={() => {
              if (came === undefined) return;
              void props
                .add({ kind: 'outside', drawnMm: gear.tipMm, cameMm: came })
                .then((kept) => kept !== undefined && setTip(''));
            }}
          >
            {words.sharpen}
          </Button>
        </Box>
      )}
    </Box>
  );
}
