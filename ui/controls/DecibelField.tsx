import { LIMITS } from '../../core/show';
import { parseLevel, sayLevel } from '../../core/units';
import { NumberField } from './NumberField';

interface Props {
  readonly label: string;
  /** dB. */
  readonly value: number;
  readonly note?: string;
  readonly onChange: (gain: number) => void;
}

/** A level in dB, within what the document allows; percent is understood too. */
export function DecibelField(props: Props) {
  return (
    <NumberField
      {...props}
      least={LIMITS.gain.least}
      most={LIMITS.gain.most}
      step={0.5}
      parse={parseLevel}
      say={(value) => sayLevel(value)}
    />
  );
}
