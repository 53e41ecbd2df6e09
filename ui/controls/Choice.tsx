import { View } from 'react-native';
import { Button } from './Button';

interface Props<T extends string> {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  /** Null where what is chosen differs. */
  readonly value: T | null;
  readonly onChange: (value: T) => void;
}

/** One of a few, side by side. */
export function Choice<T extends string>({ label, options, value, onChange }: Props<T>) {
  return (
    <View className="flex-row gap-1.5" accessibilityRole="radiogroup" accessibilityLabel={label}>
      {options.map((one) => (
        <Button
          key={one.value}
          label={one.label}
          hint={`${label}: ${one.label}`}
          kind="quiet"
          chosen={one.value === value}
          onPress={() => onChange(one.value)}
          tight
          className="flex-1"
        />
      ))}
    </View>
  );
}
