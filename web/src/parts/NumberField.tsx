import { useState } from 'react';
import { FigureInput } from './FigureInput';
import { Labelled } from './Labelled';

/** A number typed with comma or point; left empty it is open. */
export function NumberField(props: {
  label: string;
  value: number | undefined;
  set: (value: number | undefined) => void;
  whole?: boolean;
}) {
  const [typed, setTyped] = useState<string>();
  return (
    <Labelled label={props.label} sx={{ minWidth: 0 }}>
      <FigureInput
        value={typed ?? (props.value === undefined ? '' : String(props.value))}
        set={(text) => {
          setTyped(text);
          const number = Number(text.trim().replace(',', '.').replace('−', '-'));
          if (text.trim() === '') props.set(undefined);
          else if (Number.isFinite(number)) props.set(props.whole ? Math.round(number) : number);
        }}
        onBlur={() => setTyped(undefined)}
        inputMode="decimal"
        sx={{ minHeight: 40 }}
      />
    </Labelled>
  );
}
