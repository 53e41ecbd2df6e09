import { LIMITS } from '../../core/show';
import { levelEntry } from './levelEntry';
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
  return <NumberField {...props} {...levelEntry} least={LIMITS.gain.least} most={LIMITS.gain.most} />;
}
