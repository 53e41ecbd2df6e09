import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { meetWord, useSettings } from '../../session/settings';
import { t } from '../../words';
import { Say } from './Say';
import type { TERMS } from './terms';

/** A word of ours or the trade's, explained in a line where it is met for the first time; from then on it stands in the settings alone. */
export function FirstMet({ words }: { readonly words: readonly (typeof TERMS)[number][] }) {
  const [fresh] = useState(() => words.filter((word) => !useSettings.getState().met.includes(word)));
  useEffect(() => fresh.forEach(meetWord), [fresh]);
  if (fresh.length === 0) return null;
  return (
    <View className="gap-0.5 border-l-2 border-rain pl-2">
      {fresh.map((word) => (
        <Say key={word} look="small">
          {`${t(`glossary.${word}.word`)}: ${t(`glossary.${word}.means`)}`}
        </Say>
      ))}
    </View>
  );
}
