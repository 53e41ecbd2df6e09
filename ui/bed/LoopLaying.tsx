import { useSaved } from '../../session/open/store';
import { decimal, sayTime, t } from '../../words';
import Check from 'lucide-react-native/icons/check';
import Download from 'lucide-react-native/icons/download';
import { View } from 'react-native';
import { LIMITS, showSeconds, type Part } from '../../core/show';
import { changeLooping, fillLength, fillShow, saveLoop, type Looping } from '../../session/bed/looping';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { countEntry, momentEntry } from '../controls/timeEntry';
import { sentenceOf } from '../words/failures';

interface Props {
  readonly part: Part;
  readonly looping: Looping;
  readonly seconds: number;
  readonly onDone: () => void;
}

/** How a loop is laid under the show, and taken home. */
export function LoopLaying({ part, looping, seconds, onDone }: Props) {
  const length = useSaved(showSeconds);
  const { intro, ending, passes, saving } = looping;
  const room = length - part.at;
  const over = seconds - room;
  const sayLaid = () => {
    const pieces = [intro ? t('bed.theIntro') : '', t('bed.passesInARow', { count: passes }), ending ? t('bed.theEnding') : ''];
    const said = { pieces: pieces.filter(Boolean).join(', '), length: sayTime(seconds, 3) };
    if (room <= 0) return t('bed.laidLength', said);
    if (Math.abs(over) < 0.05) return t('bed.laidAsLong', said);
    return t(over < 0 ? 'bed.laidShort' : 'bed.laidOver', { ...said, by: decimal(Math.abs(over), 1) });
  };
  return (
    <View className="gap-2">
      <Say look="lead">{t('bed.layingIt')}</Say>
      <View className="flex-row gap-2">
        <Button
          label={t('bed.intro')}
          hint={t('bed.withTheIntro')}
          kind="quiet"
          chosen={intro}
          onPress={() => changeLooping({ intro: !intro })}
          className="flex-1"
        />
        <Button
          label={t('bed.ending')}
          hint={t('bed.withTheEnding')}
          kind="quiet"
          chosen={ending}
          onPress={() => changeLooping({ ending: !ending })}
          className="flex-1"
        />
      </View>
      <NumberField
        {...countEntry}
        label={t('bed.passesOfTheLoop')}
        value={passes}
        least={1}
        most={LIMITS.spans}
        onChange={(next) => changeLooping({ passes: next })}
      />
      <NumberField
        {...momentEntry}
        label={t('bed.wantedLength')}
        value={seconds}
        least={0}
        most={LIMITS.showSeconds}
        step={1}
        note={t('bed.theNumberOfPassesThat')}
        onChange={fillLength}
      />
      <Button label={t('bed.asLongAsTheShow')} kind="quiet" disabled={room <= 0} onPress={fillShow} />
      <Say look="small">{sayLaid()}</Say>
      <Button label={t('bed.layTheLoop')} icon={Check} kind="strong" onPress={onDone} />
      {typeof saving === 'object' && 'failure' in saving ? <Notice grave text={sentenceOf(saving.failure)} /> : null}
      {typeof saving === 'object' && 'name' in saving ? <Notice text={t('bed.isWrittenWithItsLoop', { name: saving.name })} /> : null}
      <Button label={t('bed.saveTheLoopAsWav')} icon={Download} kind="quiet" disabled={saving === 'busy'} onPress={() => void saveLoop()} />
    </View>
  );
}
