import { LIMITS } from '../../core/show';
import { useOpenShow } from '../../session/open/store';
import { decimal, t } from '../../words';
import { NumberField } from '../controls/NumberField';
import { Slider } from '../controls/Slider';
import { parseSigned, spanEntry } from '../controls/timeEntry';

const saySpeed = (percent: number) => `${decimal(percent, percent % 1 === 0 ? 0 : 1)} %`;
const { least, most } = LIMITS.speed;
/** The slider is straight in octaves: 100 % stands in its middle. */
const octave = (speed: number) => Math.log2(speed);
const rounded = (value: number) => Math.round(2 ** value * 100) / 100;

interface Props {
  readonly speed: number;
  /** Length at that speed, seconds. */
  readonly length: number;
  readonly onTry: (speed: number) => void;
  readonly onSet: (speed: number) => void;
}

/** Speed by slider, by percent or by the new length. */
export function SpeedFields({ speed, length, onTry, onSet }: Props) {
  return (
    <>
      <Slider
        label={t('treat.speed')}
        value={octave(speed)}
        least={octave(least)}
        most={octave(most)}
        step={0.01}
        start={0}
        say={(value) => saySpeed(rounded(value) * 100)}
        onChange={(value) => onTry(rounded(value))}
        onChangeEnd={(value) => onSet(rounded(value))}
        onCancel={useOpenShow.getState().endPreview}
      />
      <NumberField
        label={t('treat.speedInPercent')}
        value={speed * 100}
        least={least * 100}
        most={most * 100}
        step={1}
        start={100}
        parse={parseSigned}
        say={saySpeed}
        onChange={(percent) => onSet(percent / 100)}
      />
      <NumberField
        {...spanEntry}
        label={t('treat.newLength')}
        value={length}
        least={(length * speed) / most}
        most={(length * speed) / least}
        onChange={(seconds) => onSet((length * speed) / seconds)}
      />
    </>
  );
}
