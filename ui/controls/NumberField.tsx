import { t } from '../../words';
import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import { TextInput, View } from 'react-native';
import { IconButton } from './Button';
import { Say } from './Say';
import { useTypedNumber, type TypedNumber } from './useTypedNumber';

interface Props extends TypedNumber {
  readonly label: string;
  readonly disabled?: boolean;
  /** What it starts from: two taps on its name bring it back there. */
  readonly start?: number;
  /** The keyboard that a phone offers: `text` where there may be a colon or a sign. */
  readonly keys?: 'text' | 'decimal' | 'numeric';
  /** Quiet words under the field. */
  readonly note?: string;
}

/** A text field keeps its keys to itself: what it has no use for goes on to what it stands in, which closes. */
function passOn(field: HTMLElement): void {
  field.parentElement?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true }));
}

/** Its name; two taps bring the value back to what it starts from. */
function ToStart({ label, start, number }: { readonly label: string; readonly start: number | undefined; readonly number: TypedNumber }) {
  const name = (
    <Say look="small" className="text-ink">
      {label}
    </Say>
  );
  if (start === undefined) return <View className="flex-1">{name}</View>;
  return (
    <div
      className="min-w-0 flex-1"
      title={t('controls.twoTaps', { start: number.say(start) })}
      onDoubleClick={() => (number.value === start ? undefined : number.onChange(start))}
      style={{ touchAction: 'manipulation', userSelect: 'none' }}
    >
      {name}
    </div>
  );
}

/** A number with its name, typed or stepped. Enter or leaving the field takes it, Escape restores it. */
export function NumberField({ label, disabled = false, start, note, keys = 'text', ...number }: Props) {
  const field = useTypedNumber(number);
  const locked = disabled ? { pointerEvents: 'none' as const } : {};
  return (
    <View className={`gap-0.5 ${disabled ? 'opacity-45' : ''}`} style={locked}>
      <View className="flex-row items-center gap-1">
        <ToStart label={label} start={start} number={number} />
        <IconButton
          label={t('controls.less', { label })}
          icon={Minus}
          disabled={disabled || number.value <= number.least}
          onPress={() => field.nudge(-1)}
          onHeld={() => field.held(-1)}
          onLetGo={field.commit}
        />
        <TextInput
          accessibilityLabel={label}
          aria-invalid={field.wrong}
          value={field.text}
          editable={!disabled}
          onChangeText={field.type}
          onBlur={field.commit}
          onSubmitEditing={field.commit}
          onKeyPress={(event) => {
            // Only an untouched field lets Escape go on to close what it stands in.
            const { key } = event.nativeEvent;
            if (key === 'Escape') {
              if (field.restore()) event.preventDefault();
              else passOn(event.target as unknown as HTMLElement);
            }
            if (key !== 'ArrowUp' && key !== 'ArrowDown') return;
            event.preventDefault();
            field.nudge(key === 'ArrowUp' ? 1 : -1);
          }}
          selectTextOnFocus
          inputMode={keys}
          className={`h-touch w-[5.75rem] rounded-control border bg-card px-2 text-center font-mono text-small text-ink ${field.wrong ? 'border-red' : 'border-line'}`}
        />
        <IconButton
          label={t('controls.more', { label })}
          icon={Plus}
          disabled={disabled || number.value >= number.most}
          onPress={() => field.nudge(1)}
          onHeld={() => field.held(1)}
          onLetGo={field.commit}
        />
      </View>
      {field.wrong ? (
        <Say look="small" className="text-right text-red" accessibilityRole="alert">
          {t('controls.notUnderstoodTry', { example: number.say(number.value) })}
        </Say>
      ) : note ? (
        <Say look="small" className="text-right">
          {note}
        </Say>
      ) : null}
    </View>
  );
}
