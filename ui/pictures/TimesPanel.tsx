import { View } from 'react-native';
import Hand from 'lucide-react-native/icons/pointer';
import { LIMITS } from '../../core/show';
import { setDissolve, setHold } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { startTapping } from '../../session/pictures/tapping';
import { t } from '../../words';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { spanEntry } from '../controls/timeEntry';
import { SpreadPanel } from './SpreadPanel';

/** The times of all pictures, one way beside the other: the same for all, by tapping along with the music, or spread over a length. */
export function TimesPanel({ onDone }: { readonly onDone: () => void }) {
  const show = useSaved(({ pictures }) => ({ pictures }));
  const { edit } = useOpenShow.getState();
  const photos = show.pictures.filter((one) => one.kind !== 'clip');
  return (
    <View className="gap-3">
      <View className="gap-1">
        <NumberField
          {...spanEntry}
          label={t('pictures.timeOfEveryPhoto')}
          least={LIMITS.hold.least}
          value={photos[0]?.hold ?? LIMITS.hold.start}
          most={LIMITS.hold.most}
          disabled={photos.length === 0}
          onChange={(seconds) => edit(setHold, { ids: 'all', seconds })}
          {...(photos.some((one) => one.hold !== photos[0]!.hold) ? { note: t('pictures.theyDifferNow') } : {})}
        />
        <NumberField
          {...spanEntry}
          label={t('pictures.everyDissolve')}
          value={show.pictures[0]!.dissolve}
          most={LIMITS.hold.most}
          onChange={(seconds) => edit(setDissolve, { ids: 'all', seconds })}
          {...(show.pictures.some((one) => one.dissolve !== show.pictures[0]!.dissolve) ? { note: t('pictures.theyDifferNow') } : {})}
        />
      </View>
      <View className="flex-row items-center gap-2 border-t border-line pt-2">
        <Say look="small" className="flex-1">
          {t('pictures.tapAlongSaid')}
        </Say>
        <Button
          label={t('pictures.tapAlong')}
          icon={Hand}
          onPress={() => {
            onDone();
            startTapping();
          }}
        />
      </View>
      <View className="gap-1 border-t border-line pt-2">
        <Say look="label">{t('pictures.spread')}</Say>
        <SpreadPanel onDone={onDone} />
      </View>
    </View>
  );
}
