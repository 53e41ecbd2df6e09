import AudioLines from 'lucide-react-native/icons/audio-lines';
import Check from 'lucide-react-native/icons/check';
import Square from 'lucide-react-native/icons/square';
import { View } from 'react-native';
import { partsOn, type Show } from '../../core/show';
import { Failure } from '../../core/failure';
import { cancelTaking, dismissArrival, dismissRefused, layArrival, useLibrary } from '../../session/library';
import { pause, toggleSound, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { sentenceOf } from '../words/failures';
import { sayMedia, saySilence } from '../words/sounds';

/** Files on their way in, those that could not come in, and a piece that waits to be heard and laid. */
export function Incoming({ show }: { readonly show: Show }) {
  const { taking, refused, arrival } = useLibrary();
  if (!taking && refused.length === 0 && !arrival) return null;
  return (
    <View className="gap-2">
      {taking ? (
        <Progress
          label={taking.count > 1 ? `${taking.index + 1} of ${taking.count}: ${taking.name}` : `Taking in ${taking.name}`}
          share={taking.share}
          onCancel={cancelTaking}
        />
      ) : null}
      {refused.map((failure, index) => (
        <Notice key={index} text={sentenceOf(failure)} grave onClose={dismissRefused} />
      ))}
      {arrival ? <ArrivalCard show={show} /> : null}
    </View>
  );
}

function ArrivalCard({ show }: { readonly show: Show }) {
  const arrival = useLibrary((state) => state.arrival)!;
  const { media, facts } = arrival;
  const listening = useTransport(({ playing }) => playing.kind === 'sound' && playing.media === media.id);
  const silence = saySilence(facts);
  const replaced = partsOn(show, 'bed')[0];
  const done = (then: () => void) => () => {
    if (listening) pause();
    then();
  };
  return (
    <View className="gap-2 rounded-control border-2 border-rain bg-card p-3" accessibilityLabel={`New music: ${media.title}`}>
      <Say look="lead">{media.title}</Say>
      <Say look="small">{sayMedia(media)}</Say>
      {silence ? <Say look="small">{silence}</Say> : null}
      {facts.claimed !== null ? (
        <Notice
          grave
          text={sentenceOf(new Failure('media.truncated', { name: media.title, seconds: facts.seconds, claimed: facts.claimed }))}
        />
      ) : null}
      {replaced ? <Say look="small">It takes the place of “{show.media[replaced.media]!.title}”. Undo brings that back.</Say> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button label="Lay it under the show" icon={Check} kind="strong" onPress={done(layArrival)} className="grow" />
        <Button label={listening ? 'Stop' : 'Listen'} icon={listening ? Square : AudioLines} onPress={() => toggleSound(media)} />
        <Button label="Not this one" kind="quiet" onPress={done(dismissArrival)} />
      </View>
    </View>
  );
}
