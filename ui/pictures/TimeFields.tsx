import { t } from '../../words';
import Timer from 'lucide-react-native/icons/timer';
import { View } from 'react-native';
import { LIMITS, mostHold, type Picture } from '../../core/show';
import { setDissolve, setHold } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { saySeconds } from '../words/times';

interface Props {
  readonly pictures: readonly Picture[];
}

/** Time on screen and dissolve of what is chosen, and the same for all. */
export function TimeFields({ pictures }: Props) {
  const show = useShown(whole);
  const { edit } = useOpenShow.getState();
  const ids = pictures.map((one) => one.id);
  const first = pictures[0]!;
  const differ = (of: (picture: Picture) => number) => pictures.some((one) => of(one) !== of(first));
  const most = Math.max(...pictures.map((one) => mostHold(show, one)));
  const photos = show.pictures.filter((one) => one.kind !== 'clip');
  const lone = pictures.length === 1 && first.kind === 'clip' ? show.media[first.media]! : null;
  return (
    <View className="gap-1">
      <NumberField
        label={t('pictures.timeOnScreen')}
        value={first.hold}
        least={LIMITS.hold.least}
        most={most}
        step={0.5}
        keys="decimal"
        parse={parseTime}
        say={saySeconds}
        onChange={(seconds) => edit(setHold, { ids, seconds })}
        {...(differ((one) => one.hold)
          ? { note: t('pictures.theyDifferANewTime') }
          : lone
            ? { note: t('pictures.ofThatWereFilmed', { seconds: saySeconds(lone.seconds) }) }
            : {})}
      />
      <NumberField
        label={t('pictures.dissolveIntoTheNext')}
        value={first.dissolve}
        least={0}
        most={Math.max(...pictures.map((one) => one.hold))}
        step={0.1}
        start={0}
        parse={parseTime}
        say={saySeconds}
        onChange={(seconds) => edit(setDissolve, { ids, seconds })}
        {...(differ((one) => one.dissolve) ? { note: t('pictures.theyDiffer') } : {})}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('pictures.thisTimeForAll')}
          icon={Timer}
          kind="moss"
          disabled={photos.every((one) => one.hold === first.hold)}
          onPress={() => edit(setHold, { ids: 'all', seconds: first.hold })}
        />
        <Button
          label={t('pictures.thisDissolveForAll')}
          kind="moss"
          disabled={show.pictures.every((one) => one.dissolve === first.dissolve)}
          onPress={() => edit(setDissolve, { ids: 'all', seconds: first.dissolve })}
        />
      </View>
    </View>
  );
}
