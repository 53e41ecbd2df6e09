import { sayTime, t } from '../../words';
import EarOff from 'lucide-react-native/icons/ear-off';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { filmAt, placePictures, type Clip } from '../../core/show';
import { moveSilence, silenceStretch, unsilenceStretch } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow, useShown, currentShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button, IconButton } from '../controls/Button';
import { momentEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';

/** How long a stretch is silent that was just silenced, seconds. */
const FIRST = 1;

/** Silenced stretches of a clip's sound, seconds of the film: a new one begins at the now line; on the sheet it has handles. */
export function QuietFields({ clip }: { readonly clip: Clip }) {
  const { edit } = useOpenShow.getState();
  const source = useShown((show) => show.media[clip.media]!.seconds);
  const silence = () => {
    const start = placePictures(currentShow()!).find((one) => one.picture.id === clip.id)?.start ?? 0;
    const from = clamp(filmAt(clip, useTransport.getState().now - start), clip.from, Math.max(clip.from, filmAt(clip, clip.hold) - FIRST));
    edit(silenceStretch, { id: clip.id, from, to: Math.min(source, from + FIRST) });
  };
  return (
    <View className="gap-1">
      {clip.own.quiet.map((one, index) => (
        <View key={index}>
          <View className="flex-row items-center">
            <Say look="small" className="flex-1">
              {t('pictures.silentFromToOfThe', { from: sayTime(one.from), to: sayTime(one.to) })}
            </Say>
            <IconButton
              label={t('pictures.letToSoundAgain', { from: sayTime(one.from), to: sayTime(one.to) })}
              icon={X}
              onPress={() => edit(unsilenceStretch, { id: clip.id, index })}
            />
          </View>
          {(['from', 'to'] as const).map((edge) => (
            <NumberField
              key={edge}
              {...momentEntry}
              label={t(edge === 'from' ? 'pictures.silentFrom' : 'pictures.silentTo', { number: index + 1 })}
              value={one[edge]}
              least={0}
              most={source}
              onChange={(moment) => edit(moveSilence, { id: clip.id, index, ...one, [edge]: moment })}
            />
          ))}
        </View>
      ))}
      <View className="flex-row">
        <Button label={t('pictures.silenceAStretch')} icon={EarOff} onPress={silence} />
      </View>
    </View>
  );
}
