import { useSaved, whole } from '../../session/open/store';
import { sayTime, t } from '../../words';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Check from 'lucide-react-native/icons/check';
import Mic from 'lucide-react-native/icons/mic';
import Square from 'lucide-react-native/icons/square';
import { View } from 'react-native';
import { filmAt, placePictures, type Clip } from '../../core/show';
import { layInStep } from '../../core/show/edits';
import { useLibrary } from '../../session/library';
import { acceptLiningUp, lineUp, lineUpFile, linedUp, shiftLiningUp, useLiningUp, type LiningUp } from '../../session/pictures/liningUp';
import { toggleStretch, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { Notice } from '../controls/Notice';
import { NumberField } from '../controls/NumberField';
import { shiftEntry } from '../controls/timeEntry';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { MUSIC } from '../controls/accept';
import { useTrial } from '../panels/useTrial';
import { sentenceOf } from '../words/failures';
import { sayAlignment } from '../words/alignment';
import { SideBySide } from './SideBySide';

/** Lines a recording of its own up with a clip: choose it, see and hear how it lies, accept. */
export function LineUpPanel({ id, onDone }: { readonly id: string; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const { lining } = useLiningUp();
  const { taking, refused } = useLibrary();
  const clip = show.pictures.find((one) => one.id === id);
  if (clip?.kind !== 'clip') return <Say>{t('pictures.thisClipIsNoLonger')}</Say>;
  const title = show.media[clip.media]!.title;
  switch (lining.status) {
    case 'off':
    case 'choosing':
      return (
        <View className="gap-3">
          <Choose clip={clip} title={title} />
          {refused.map((failure, index) => (
            <Notice key={index} grave text={sentenceOf(failure)} />
          ))}
        </View>
      );
    case 'taking':
      return <Progress label={t('common.takingIn', { name: taking?.name ?? t('pictures.theRecording') })} share={taking?.share ?? 0} />;
    case 'comparing':
      return <Progress label={t('pictures.comparingTheTwoSounds')} share={lining.share} />;
    case 'failed':
      return <Notice grave text={sentenceOf(lining.failure)} />;
    case 'found':
      return <Found clip={clip} lining={lining} onDone={onDone} />;
  }
}

function Choose({ clip, title }: { readonly clip: Clip; readonly title: string }) {
  const show = useSaved(whole);
  const sounds = Object.values(show.media).filter((one) => one.kind === 'sound');
  return (
    <>
      <Say look="small">{t('pictures.somebodyRecordedWithAnotherDevice', { title })}</Say>
      <FileButton
        label={t('pictures.chooseTheRecording')}
        icon={Mic}
        accept={MUSIC}
        onFiles={([file]) => (file ? void lineUpFile(clip.id, file) : undefined)}
      />
      {sounds.length > 0 ? <Say look="label">{t('pictures.orOneThatIsIn')}</Say> : null}
      {sounds.map((one) => (
        <Button key={one.id} label={`${one.title} · ${sayTime(one.seconds)}`} kind="quiet" onPress={() => void lineUp(clip.id, one)} />
      ))}
    </>
  );
}

type FoundLining = Extract<LiningUp, { status: 'found' }>;

function Found({ clip, lining, onDone }: { readonly clip: Clip; readonly lining: FoundLining; readonly onDone: () => void }) {
  const show = useSaved(whole);
  const { media, alignment, offset } = lining;
  useTrial(layInStep, { id: clip.id, part: 'trial', media, offset });
  const playing = useTransport((state) => (state.playing.kind === 'stretch' ? state.playing.name : null));
  const { verdict, words } = sayAlignment(alignment);
  const start = placePictures(show).find((one) => one.picture.id === clip.id)?.start ?? 0;
  const hear = (name: string, both: boolean) => toggleStretch(name, linedUp(show, lining, both), start, start + clip.hold);
  const reaches = filmAt(clip, clip.hold) - offset > 0.05 && clip.from - offset < media.seconds - 0.05;
  return (
    <View className="gap-3">
      <Notice text={words} grave={verdict === 'unsure'} />
      <SideBySide clip={clip} clipMedia={show.media[clip.media]!} recording={media} offset={offset} onShift={shiftLiningUp} />
      <NumberField
        label={t('pictures.recordingBegins')}
        value={offset}
        least={-media.seconds}
        most={show.media[clip.media]!.seconds}
        {...shiftEntry}
        step={0.01}
        onChange={shiftLiningUp}
        note={t('pictures.secondsAfterTheClipsFilm')}
      />
      {reaches ? null : (
        <Say look="small" className="text-red" accessibilityRole="alert">
          {t('pictures.thereTheRecordingDoesNot')}
        </Say>
      )}
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={playing === 'both' ? t('common.stop') : t('pictures.hearBoth')}
          icon={playing === 'both' ? Square : AudioLines}
          disabled={!reaches}
          onPress={() => hear('both', true)}
        />
        <Button
          label={playing === 'recording' ? t('common.stop') : t('pictures.hearTheRecording')}
          icon={playing === 'recording' ? Square : AudioLines}
          disabled={!reaches}
          onPress={() => hear('recording', false)}
        />
      </View>
      <Button
        label={verdict === 'unsure' ? t('pictures.layItHereAllThe') : t('pictures.layItInStep')}
        icon={Check}
        kind="strong"
        disabled={!reaches}
        onPress={() => {
          acceptLiningUp();
          onDone();
        }}
      />
      <Say look="small">{t('pictures.theClipsOwnSoundIs')}</Say>
    </View>
  );
}
