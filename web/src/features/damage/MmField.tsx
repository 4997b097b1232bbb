import { useState } from 'react';
import { FigureInput } from '../../parts/FigureInput';
import { Labelled } from '../../parts/Labelled';

/** A length in mm typed into a small field; empty is none. */
export function MmField(props: {
  label: string;
  value: number | undefined;
  set: (mm: number | undefined) => void;
}) {
  const [typed, setTyped] = useState<string>();
  return (
    <Labelled label={props.label} sx={{ width: 108 }}>
      <FigureInput
        value={typed ?? (props.value === undefined ? '' : String(props.value))}
        set={(text) => {
          setTyped(text);
          const mm = Number(text.replace(',', '.'));
          if (text.trim() === '') props.set(undefined);
          else if (mm > 0 && mm <= 1000) props.set(mm);
        }}
        onBlur={() => setTyped(undefined)}
        inputMode="decimal"
        sx={{ minHeight: 44 }}
      />
    </Labelled>
  );
}
