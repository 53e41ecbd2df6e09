import AudioLines from 'lucide-react-native/icons/audio-lines';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { hasOwnSound, ownPart, placePictures, roomOf, type Clip } from '../../core/show';
import { clipsStartWith, setRoom } from '../../core/show/edits';
import { SILENCE } from '../../core/units';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { dismissArrived, useArrived } from '../../session/pictures/arrived';
import { saySpan, t } from '../../words';
import { Button, IconButton } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Say } from '../controls/Say';

/** How loud the clips’ own sound comes in, dB: as it was filmed, half as loud to the ear, not at all. */
const LEVELS = [
  { say: 'faces.asFilmed', gain: 0 },
  { say: 'faces.halfAsLoud', gain: -10 },
  { say: 'faces.silent', gain: SILENCE },
] as const;

/** Clips came in with their sound: how loud it is to be, and whether the music makes room for who speaks in them. */
export function ArrivedClips() {
  const { arrived } = useArrived();
  const show = useShown(whole);
  if (!arrived) return null;
  const clips = show.pictures.filter((one): one is Clip => one.kind === 'clip' && arrived.clips.includes(one.id) && hasOwnSound(show, one));
  const [first] = clips;
  if (!first) return null;
  const { edit } = useOpenShow.getState();
  const { fadeUp, gain } = first.own;
  const ids = clips.map(({ id }) => id);
  const unasked = placePictures(show).some((placed) => {
    const part = ids.includes(placed.picture.id) ? ownPart(show, placed) : null;
    return part !== null && roomOf(show, part).when === 'never';
  });
  const title = show.media[first.media]!.title;
  const said = clips.length === 1 ? t('faces.clipCameWithSound', { title }) : t('faces.clipsCameWithSound', { count: clips.length });
  return (
    <View className="gap-2 rounded-control border-2 border-slate bg-card p-3" accessibilityLabel={said}>
      <View className="flex-row items-center gap-2">
        <Say look="strong" className="flex-1">
          {said}
        </Say>
        <IconButton label={t('controls.closeThisMessage')} icon={X} onPress={dismissArrived} />
      </View>
      <Choice
        label={t('pictures.ownSound')}
        options={LEVELS.map((one) => ({ value: one.gain, label: t(one.say), hint: t('faces.clipsSound', { how: t(one.say) }) }))}
        value={gain}
        onChange={(level) => edit(clipsStartWith, { ids, start: { ...show.ownStart, gain: level } })}
        wrap
      />
      <Say look="small">{t('faces.clipsFaded', { seconds: saySpan(fadeUp.seconds) })}</Say>
      {arrived.speaks && unasked && gain > SILENCE ? (
        <Button
          label={t('faces.lowerUnderClips')}
          icon={AudioLines}
          kind="strong"
          onPress={() => {
            edit(setRoom, { of: { clips: ids }, room: { when: 'speech' } });
            dismissArrived();
          }}
        />
      ) : null}
    </View>
  );
}
