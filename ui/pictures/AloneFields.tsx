import Images from 'lucide-react-native/icons/images';
import { View } from 'react-native';
import { LIMITS, showSeconds } from '../../core/show';
import { setAlone } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { sayTime, t } from '../../words';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { momentEntry } from '../controls/timeEntry';

/** A show of sound alone: how long it lasts, and the way back to one that its pictures lead. Nothing where pictures lead. */
export function AloneFields() {
  const alone = useShown((show) => show.alone);
  const length = useShown(showSeconds);
  const { edit } = useOpenShow.getState();
  if (alone === undefined) return null;
  return (
    <View className="gap-2">
      <Say look="small">{t('pictures.soundAloneIs', { length: sayTime(length) })}</Say>
      <Choice
        label={t('pictures.lastsAs')}
        options={[
          { value: 'sound', label: t('pictures.asItsSound') },
          { value: 'set', label: t('pictures.soLong') },
        ]}
        value={alone === 'sound' ? 'sound' : 'set'}
        onChange={(value) => edit(setAlone, { alone: value === 'sound' ? 'sound' : Math.max(LIMITS.alone.least, Math.round(length)) })}
      />
      {alone === 'sound' ? null : (
        <NumberField
          {...momentEntry}
          label={t('pictures.lengthOfTheShow')}
          value={alone}
          least={LIMITS.alone.least}
          most={LIMITS.soundSeconds}
          step={1}
          onChange={(seconds) => edit(setAlone, { alone: seconds })}
        />
      )}
      <View className="flex-row">
        <Button label={t('pictures.picturesLead')} icon={Images} kind="quiet" onPress={() => edit(setAlone, { alone: null })} />
      </View>
    </View>
  );
}
