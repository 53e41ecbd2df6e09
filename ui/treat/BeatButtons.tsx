import { View } from 'react-native';
import { LIMITS, partsOn } from '../../core/show';
import type { Treated } from '../../core/show/edits';
import { treatedPart } from '../../session/balance/comparing';
import { knownHearing } from '../../session/fit/hearings';
import { useSaved, whole } from '../../session/open/store';
import { decimal, t } from '../../words';
import { Button } from '../controls/Button';

const SHARES = [
  ['1', 1],
  ['3/4', 0.75],
  ['1/2', 0.5],
  ['1/4', 0.25],
] as const;

/** The time of an echo as a part of a beat: of the piece itself, or of the first piece of the bed whose beat is known. */
export function BeatButtons({ of, onSet }: { readonly of: Treated; readonly onSet: (seconds: number) => void }) {
  const show = useSaved(whole);
  const own = treatedPart(show, of);
  const pieces = [...(own ? [own] : []), ...partsOn(show, 'bed')].map((part) => show.media[part.media]!);
  const tempo = pieces.map((media) => media.grid?.tempo ?? tempoOf(knownHearing(media))).find((one) => one !== null && one !== undefined);
  if (!tempo) return null;
  const beat = 60 / tempo;
  return (
    <View className="flex-row flex-wrap items-center gap-1.5">
      {SHARES.map(([label, share]) => (
        <Button
          key={label}
          label={t('treat.beat', { share: label })}
          hint={t('treat.beatHint', { share: label, seconds: decimal(beat * share, 2) })}
          kind="quiet"
          tight
          disabled={beat * share < LIMITS.echo.seconds.least || beat * share > LIMITS.echo.seconds.most}
          onPress={() => onSet(beat * share)}
          className="grow"
        />
      ))}
    </View>
  );
}

function tempoOf(hearing: ReturnType<typeof knownHearing>): number | null {
  return hearing?.steady ? hearing.pulse.tempo : null;
}
