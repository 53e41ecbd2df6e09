import { useState } from 'react';
import { View } from 'react-native';
import { useTokens } from '../theme/useTokens';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** What it starts from: two taps bring it back there. */
  readonly start?: number;
  /** What assistive technology reads as the value. */
  readonly say: (value: number) => string;
  /** While the thumb moves. */
  readonly onChange: (value: number) => void;
  /** Once, when it is let go: only this is an edit. */
  readonly onChangeEnd: (value: number) => void;
  /** The gesture became something else (a scroll, a call coming in): all is as it was before it. */
  readonly onCancel: () => void;
}

/** A slider over the browser's own range input: touch, pointer, keyboard and assistive technology come with it. */
export function Slider({ label, value, least, most, step, start, say, onChange, onChangeEnd, onCancel }: Props) {
  const tokens = useTokens();
  const [moving, setMoving] = useState<number | null>(null);
  const shown = moving ?? value;
  const end = () => {
    if (moving === null) return;
    setMoving(null);
    onChangeEnd(moving);
  };
  const cancel = () => {
    if (moving === null) return;
    setMoving(null);
    onCancel();
  };
  return (
    <View className="h-touch justify-center">
      <input
        type="range"
        aria-label={label}
        aria-valuetext={say(shown)}
        min={least}
        max={most}
        step={step}
        value={shown}
        onChange={(event) => {
          const next = Number(event.target.value);
          setMoving(next);
          onChange(next);
        }}
        onPointerUp={end}
        onPointerCancel={cancel}
        onKeyUp={end}
        onDoubleClick={() => (start === undefined || value === start ? undefined : onChangeEnd(start))}
        onBlur={end}
        style={{ width: '100%', height: 44, margin: 0, accentColor: tokens.rain, touchAction: 'pan-y' }}
      />
    </View>
  );
}
