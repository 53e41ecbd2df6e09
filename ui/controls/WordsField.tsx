import { useState } from 'react';
import { TextInput, View } from 'react-native';
import { Say } from './Say';
import { useTokens } from '../theme/useTokens';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly most: number;
  readonly placeholder?: string;
  /** Lines that it has room for. */
  readonly rows?: number;
  /** Quiet words under the field, about what is typed. */
  readonly say?: (text: string) => string;
  /** Once, when the field is left: only this is an edit. */
  readonly onSet: (text: string) => void;
}

/** A few lines of text. */
export function WordsField({ label, value, most, placeholder = '', rows = 3, say, onSet }: Props) {
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? value;
  return (
    <View className="gap-0.5">
      <TextInput
        accessibilityLabel={label}
        value={shown}
        multiline
        numberOfLines={rows}
        maxLength={most}
        placeholder={placeholder}
        placeholderTextColor={tokens['ink-2']}
        onChangeText={setTyped}
        onBlur={() => {
          if (typed !== null && typed !== value) onSet(typed);
          setTyped(null);
        }}
        className="min-h-touch w-full rounded-control border border-line bg-card p-2 font-text text-body text-ink"
      />
      {say ? <Say look="small">{say(shown)}</Say> : null}
    </View>
  );
}
