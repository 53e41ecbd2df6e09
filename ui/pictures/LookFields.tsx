import { t, type PlainKey } from '../../words';
import { TextInput, View } from 'react-native';
import { useState } from 'react';
import { LIMITS, type Card, type Framing, type Picture } from '../../core/show';
import { setCard, setFraming } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Choice, Radios } from '../controls/Choice';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';
import { CARD_COLOURS } from './cardColours';

const FRAMINGS: readonly { readonly value: Framing; readonly label: PlainKey }[] = [
  { value: 'fit', label: 'common.whole' },
  { value: 'fill', label: 'pictures.fill' },
  { value: 'across', label: 'pictures.across' },
  { value: 'back', label: 'pictures.back' },
];

/** The framings, named. */
export const sayFramings = () => FRAMINGS.map(({ value, label }) => ({ value, label: t(label) }));

const NOTES: Readonly<Record<Framing, PlainKey>> = {
  fit: 'pictures.allOfItIsSeen',
  fill: 'pictures.itFillsTheFrameIts',
  across: 'pictures.itFillsTheFrameAnd',
  back: 'pictures.itFillsTheFrameAnd2',
};

/** How photos and clips stand in the frame. */
export function FrameFields({ pictures }: { readonly pictures: readonly Picture[] }) {
  const { edit } = useOpenShow.getState();
  const framings = new Set(pictures.flatMap((one) => (one.kind === 'card' ? [] : [one.framing])));
  const value = framings.size === 1 ? [...framings][0]! : null;
  const all = useShown((show) => show.pictures.every((one) => one.kind === 'card' || one.framing === value));
  return (
    <View className="gap-1.5">
      <Choice
        label={t('pictures.inTheFrame')}
        options={sayFramings()}
        value={value}
        onChange={(framing) => edit(setFraming, { ids: pictures.map((one) => one.id), framing })}
      />
      {value ? <Say look="small">{t(NOTES[value])}</Say> : <Say look="small">{t('pictures.theyDiffer')}</Say>}
      <View className="flex-row">
        <Button
          label={t('pictures.theSameForAll')}
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
  const tokens = useTokens();
  const { edit } = useOpenShow.getState();
  const [typed, setTyped] = useState<string | null>(null);
  const commit = () => {
    if (typed !== null && typed !== card.words) edit(setCard, { id: card.id, words: typed });
    setTyped(null);
  };
  const stop = Math.max(
    0,
    CARD_COLOURS.findIndex(({ colour }) => colour === card.colour),
  );
  return (
    <View className="gap-2">
      {card.credits ? (
        <Say look="small">{t('pictures.itShowsTheTitleWho')}</Say>
      ) : (
        <TextInput
          accessibilityLabel={t('pictures.wordsOnTheCard')}
          placeholder={t('pictures.aFewWords')}
          placeholderTextColor={tokens['ink-2']}
          multiline
          maxLength={LIMITS.card.words}
          value={typed ?? card.words}
          onChangeText={setTyped}
          onBlur={commit}
          className="min-h-[4rem] rounded-control border border-line bg-card p-2 font-text text-body text-ink"
        />
      )}
      <Radios label={t('pictures.colourOfTheCard')} look="rows">
        {CARD_COLOURS.map(({ name, colour }, index) => {
          const here = colour === card.colour;
          return (
            <button
              key={colour}
              type="button"
              role="radio"
              aria-checked={here}
              tabIndex={index === stop ? 0 : -1}
              aria-label={t(name)}
              title={t(name)}
              onClick={() => edit(setCard, { id: card.id, colour })}
              style={{ width: 44, height: 44, padding: 0, borderRadius: 12, background: colour }}
              className={here ? 'border-4 border-rain' : 'border border-line'}
            />
          );
        })}
      </Radios>
    </View>
  );
}
