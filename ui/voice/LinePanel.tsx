import { t } from '../../words';
import Mic from 'lucide-react-native/icons/mic';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS } from '../../core/show';
import { removeLine, setLine } from '../../core/show/edits';
import { useOpenShow, useSaved } from '../../session/open/store';
import { openRecording } from '../../session/voice/recording';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { WordsField } from '../controls/WordsField';
import { momentEntry } from '../controls/timeEntry';
import { sayReading } from '../words/voices';

/** A line that is written before it is spoken: its words, when it comes, and recording it. */
export function LinePanel({ id, onDone }: { readonly id: string; readonly onDone: () => void }) {
  const { edit } = useOpenShow.getState();
  const line = useSaved((show) => show.lines.find((one) => one.id === id));
  if (!line) return <Say>{t('voice.thisLineIsNoLonger')}</Say>;
  return (
    <View className="gap-2">
      <WordsField
        label={t('voice.wordsOfTheLine')}
        value={line.words}
        most={LIMITS.voice.words}
        placeholder={t('voice.whatIsToBeSaid')}
        say={sayReading}
        onSet={(words) => edit(setLine, { id, change: { words } })}
      />
      <NumberField
        {...momentEntry}
        label={t('voice.comesAt')}
        value={line.at}
        least={0}
        most={LIMITS.showSeconds}
        onChange={(at) => edit(setLine, { id, change: { at } })}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('voice.recordThisLine')}
          icon={Mic}
          kind="strong"
          className="grow"
          onPress={() => {
            onDone();
            void openRecording({ lane: line.lane, at: line.at, line: id });
          }}
        />
        <Button
          label={t('voice.removeTheLine')}
          icon={Trash}
          kind="danger"
          onPress={() => {
            onDone();
            edit(removeLine, { id });
          }}
        />
      </View>
    </View>
  );
}
