import { sayGain, t } from '../../words';
import { LIMITS } from '../../core/show';
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
  /** The slider's gesture became something else. */
  readonly onCancel: () => void;
}

/** A level by slider and in dB: two ways to the same number. */
export function LevelField({ label, gain, note, onTry, onSet, onCancel }: Props) {
  return (
    <>
      <Slider
        label={label}
        value={gain}
        least={-40}
        most={Math.max(LIMITS.gain.usual, gain)}
        step={0.5}
        start={0}
        say={sayGain}
        onChange={onTry}
        onChangeEnd={onSet}
        onCancel={onCancel}
      />
      <DecibelField label={t('controls.inDb', { label })} value={gain} onChange={onSet} {...(note === undefined ? {} : { note })} />
    </>
  );
}
