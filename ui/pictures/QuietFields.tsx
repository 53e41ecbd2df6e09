import { sayTime, t } from '../../words';
import EarOff from 'lucide-react-native/icons/ear-off';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import { placePictures, type Clip } from '../../core/show';
import { silenceStretch, unsilenceStretch } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow, useShown, currentShow } from '../../session/open/store';
import { useTransport } from '../../session/sound/transport';
import { Button, IconButton } from '../controls/Button';
import { momentEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';

/** Silences a stretch of a clip's sound: from the now line for a second to start with, then as typed. Seconds of the film. */
export function QuietFields({ clip }: { readonly clip: Clip }) {
  const { edit } = useOpenShow.getState();
  const [stretch, setStretch] = useState<{ from: number; to: number } | null>(null);
  const source = useShown((show) => show.media[clip.media]!.seconds);
  const begin = () => {
    const start = placePictures(currentShow()!).find((one) => one.picture.id === clip.id)?.start ?? 0;
    const from = clamp(clip.from + useTransport.getState().now - start, clip.from, Math.max(clip.from, clip.from + clip.hold - 1));
    setStretch({ from, to: Math.min(source, from + 1) });
  };
  return (
    <View className="gap-1">
      {clip.own.quiet.map((one, index) => (
        <View key={one.from} className="flex-row items-center">
          <Say look="small" className="flex-1">
            {t('pictures.silentFromToOfThe', { from: sayTime(one.from), to: sayTime(one.to) })}
          </Say>
          <IconButton
            label={t('pictures.letToSoundAgain', { from: sayTime(one.from), to: sayTime(one.to) })}
            icon={X}
            onPress={() => edit(unsilenceStretch, { id: clip.id, index })}
          />
        </View>
      ))}
      {stretch ? (
        <>
          <NumberField
            {...momentEntry}
            label={t('pictures.silentFrom')}
            value={stretch.from}
            least={0}
            most={source}
            onChange={(from) => setStretch({ ...stretch, from })}
          />
          <NumberField
            {...momentEntry}
            label={t('pictures.silentTo')}
            value={stretch.to}
            least={0}
            most={source}
            onChange={(to) => setStretch({ ...stretch, to })}
          />
          <View className="flex-row gap-2">
            <Button
              label={t('pictures.silenceThisStretch')}
              icon={EarOff}
              kind="strong"
              disabled={stretch.to <= stretch.from}
              onPress={() => {
                edit(silenceStretch, { id: clip.id, ...stretch });
                setStretch(null);
              }}
            />
            <Button label={t('common.notNow')} kind="quiet" onPress={() => setStretch(null)} />
          </View>
        </>
      ) : (
        <View className="flex-row">
          <Button label={t('pictures.silenceAStretch')} icon={EarOff} onPress={begin} />
        </View>
      )}
    </View>
  );
}
