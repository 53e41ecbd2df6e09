import { LIMITS } from '../../core/show';
import { sayLevel } from '../../core/units';
import { DecibelField } from './DecibelField';
import { Slider } from './Slider';

interface Props {
  readonly label: string;
  /** dB. */
  readonly gain: number;
  readonly note?: string;
  /** While the slider moves. */
  readonly onTry: (gain: number) => void;
  /** Once: only this is an edit. */
  readonly onSet: (gain: number) => void;
}

/** A level by slider and in dB: two ways to the same number. */
export function LevelField({ label, gain, note, onTry, onSet }: Props) {
  return (
    <>
      <Slider
        label={label}
        value={gain}
        least={-40}
        most={LIMITS.gain.most}
        step={0.5}
        say={(value) => sayLevel(value)}
        onChange={onTry}
        onChangeEnd={onSet}
      />
      <DecibelField label={`${label} in dB`} value={gain} onChange={onSet} {...(note === undefined ? {} : { note })} />
    </>
  );
}
