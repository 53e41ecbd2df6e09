import { sayTime, t } from '../../words';
import Mic from 'lucide-react-native/icons/mic';
import Upload from 'lucide-react-native/icons/upload';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import type { Part } from '../../core/show';
import { dropTake, takeInUse as changeTake } from '../../core/show/edits';
import { useOpenShow, useShown } from '../../session/open/store';
import { replaceTake } from '../../session/voice/narrations';
import { openRecording } from '../../session/voice/recording';
import { Button, IconButton } from '../controls/Button';
import { Radios } from '../controls/Choice';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { MUSIC } from '../controls/accept';

/** The takes of a narration: record it again, put a file in its place, and which one is heard. */
export function TakeFields({ part }: { readonly part: Part }) {
  const sounds = useShown((show) => show.media);
  const { edit } = useOpenShow.getState();
  const takes = [...(part.takes ?? []), { number: part.take ?? 1, media: part.media }].sort((a, b) => a.number - b.number);
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('voice.recordAgain')}
          icon={Mic}
          kind="strong"
          onPress={() => void openRecording({ lane: part.lane, at: part.at, part: part.id })}
        />
        <FileButton
          label={t('voice.anotherFile')}
          icon={Upload}
          accept={MUSIC}
          kind="soft"
          onFiles={([file]) => (file ? void replaceTake(part.id, file) : undefined)}
        />
      </View>
      {takes.length === 1 ? (
        <Say look="small">{t('voice.aNewTakeStandsWhere')}</Say>
      ) : (
        <Radios label={t('voice.whichTake')} look="column">
          {takes.map(({ number, media }) => {
            const here = number === (part.take ?? 1);
            return (
              <View key={number} className="flex-row items-center gap-2">
                <Button
                  label={t('voice.take', { number })}
                  kind="quiet"
                  radio={{ stop: here }}
                  chosen={here}
                  onPress={() => edit(changeTake, { id: part.id, number })}
                />
                <Say look="small" className="flex-1" numberOfLines={1}>
                  {sounds[media]!.title} · {sayTime(sounds[media]!.seconds)}
                </Say>
                {here ? null : (
                  <IconButton label={t('voice.dropTake', { number })} icon={X} onPress={() => edit(dropTake, { id: part.id, number })} />
                )}
              </View>
            );
          })}
        </Radios>
      )}
    </View>
  );
}
