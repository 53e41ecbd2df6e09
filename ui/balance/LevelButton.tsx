import { Pressable, View } from 'react-native';
import { Say } from '../controls/Say';

interface Props {
  /** What it is called; `level` is part of it. */
  readonly name: string;
  readonly level: string;
  /** Where the highest peak is said. */
  readonly peak: React.RefObject<HTMLSpanElement | null>;
  readonly onPress: () => void;
}

/** The level that a gate is set to, over the highest peak; opens the fields. */
export function LevelButton({ name, level, peak, onPress }: Props) {
  return (
    <View className="w-[4.5rem]">
      <Pressable
        accessibilityRole="button"
        accessibilityLabel={name}
        onPress={onPress}
        className="min-h-touch items-end justify-center pb-4 active:opacity-70"
      >
        <Say look="time">{level}</Say>
      </Pressable>
      {/* Beside the button, not in it: what changes thirty times a second is no part of what it is called. */}
      <span ref={peak} className="rb-peak-words pointer-events-none absolute bottom-1 right-0 font-text text-tiny text-ink-2" />
    </View>
  );
}
