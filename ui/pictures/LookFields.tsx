import { TextInput, View } from 'react-native';
import { useState } from 'react';
import { LIMITS, type Card, type Framing, type Picture, type Show } from '../../core/show';
import { setCard, setFraming } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Say } from '../controls/Say';
import { CARD_COLOURS } from './cardColours';

export const FRAMINGS: readonly { readonly value: Framing; readonly label: string }[] = [
  { value: 'fit', label: 'Whole' },
  { value: 'fill', label: 'Fill' },
  { value: 'across', label: 'Across' },
  { value: 'back', label: 'Back' },
];

const NOTES: Readonly<Record<Framing, string>> = {
  fit: 'All of it is seen, with black beside it where the shapes differ.',
  fill: 'It fills the frame; its edges are cut.',
  across: 'It fills the frame and moves slowly across, from its top or left.',
  back: 'It fills the frame and moves slowly the other way.',
};

/** How photos and clips stand in the frame. */
export function FrameFields({ show, pictures }: { readonly show: Show; readonly pictures: readonly Picture[] }) {
  const { edit } = useOpenShow.getState();
  const framings = new Set(pictures.flatMap((one) => (one.kind === 'card' ? [] : [one.framing])));
  const value = framings.size === 1 ? [...framings][0]! : null;
  const all = show.pictures.every((one) => one.kind === 'card' || one.framing === value);
  return (
    <View className="gap-1.5">
      <Choice
        label="In the frame"
        options={FRAMINGS}
        value={value}
        onChange={(framing) => edit(setFraming, { ids: pictures.map((one) => one.id), framing })}
      />
      {value ? <Say look="small">{NOTES[value]}</Say> : <Say look="small">They differ.</Say>}
      <View className="flex-row">
        <Button
          label="The same for all"
          kind="moss"
          disabled={value === null || all}
          onPress={() => (value ? edit(setFraming, { ids: 'all', framing: value }) : undefined)}
        />
      </View>
    </View>
  );
}

/** Colour and words of a card. */
export function CardFields({ card }: { readonly card: Card }) {
  const { edit } = useOpenShow.getState();
  const [typed, setTyped] = useState<string | null>(null);
  const commit = () => {
    if (typed !== null && typed !== card.words) edit(setCard, { id: card.id, words: typed });
    setTyped(null);
  };
  return (
    <View className="gap-2">
      {card.credits ? (
        <Say look="small">It shows the title, who made the show, and the credits as they are when it is seen.</Say>
      ) : (
        <TextInput
          accessibilityLabel="Words on the card"
          placeholder="A few words"
          multiline
          maxLength={LIMITS.card.words}
          value={typed ?? card.words}
          onChangeText={setTyped}
          onBlur={commit}
          className="min-h-[64px] rounded-control border border-line bg-card p-2 font-text text-body text-ink"
        />
      )}
      <View className="flex-row flex-wrap gap-1.5" accessibilityRole="radiogroup" accessibilityLabel="Colour of the card">
        {CARD_COLOURS.map(({ name, colour }) => {
          const here = colour === card.colour;
          return (
            <button
              key={colour}
              type="button"
              role="radio"
              aria-checked={here}
              aria-label={name}
              title={name}
              onClick={() => edit(setCard, { id: card.id, colour })}
              style={{ width: 44, height: 44, padding: 0, borderRadius: 12, background: colour }}
              className={here ? 'border-4 border-rain' : 'border border-line'}
            />
          );
        })}
      </View>
    </View>
  );
}
