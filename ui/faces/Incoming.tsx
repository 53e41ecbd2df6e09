import { useShown } from '../../session/open/store';
import { sayTime, t } from '../../words';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Check from 'lucide-react-native/icons/check';
import Square from 'lucide-react-native/icons/square';
import { View } from 'react-native';
import { partsOn } from '../../core/show';
import { Failure } from '../../core/failure';
import { cancelTaking, dismissArrival, dismissRefused, layArrival, useLibrary, type Arrival, type Where } from '../../session/library';
import { laneFor } from '../../session/open/lanes';
import { pause, toggleSound, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { sentenceOf } from '../words/failures';
import { sayMedia, saySilence } from '../words/sounds';

/** Files on their way in, those that could not come in, and a piece that waits to be heard and laid. */
export function Incoming() {
  const { taking, refused, arrivals } = useLibrary();
  const [arrival] = arrivals;
  if (!taking && refused.length === 0 && !arrival) return null;
  return (
    <View className="gap-2">
      {taking ? (
        <Progress
          label={
            taking.count > 1
              ? t('faces.of', { number: taking.index + 1, count: taking.count, name: taking.name })
              : t('common.takingIn', { name: taking.name })
          }
          share={taking.share}
          onCancel={cancelTaking}
        />
      ) : null}
      {refused.map((failure, index) => (
        <Notice key={index} text={sentenceOf(failure)} grave onClose={dismissRefused} />
      ))}
      {arrival ? <ArrivalCard arrival={arrival} waiting={arrivals.filter((one) => one.lane === arrival.lane).length - 1} /> : null}
    </View>
  );
}

interface CardProps {
  readonly arrival: Arrival;
  /** How many more wait for the same lane. */
  readonly waiting: number;
}

/** A sound that waits: listen to it, and say where it goes. */
function ArrivalCard({ arrival, waiting }: CardProps) {
  const { media, facts, lane } = arrival;
  const spot = lane !== 'bed';
  const tone = { bed: 'border-rain', spot: 'border-ochre', voice: 'border-brick' }[lane];
  const name = { bed: t('faces.newMusic'), spot: t('faces.newSpotSound'), voice: t('faces.newNarration') }[lane];
  const now = useTransport((state) => Math.round(state.now * 10) / 10);
  const listening = useTransport(({ playing }) => playing.kind === 'sound' && playing.media === media.id);
  const silence = saySilence(facts);
  // What lies on the lane that it comes to.
  const there = useShown((show) => partsOn(show, lane).some((part) => part.lane === laneFor(show, lane).id));
  const done = (then: () => void) => () => {
    if (listening) pause();
    then();
  };
  const lay = (where: Where, all = false) => done(() => layArrival(where, useTransport.getState().now, all));
  return (
    <View className={`gap-2 rounded-control border-2 bg-card p-3 ${tone}`} accessibilityLabel={`${name}: ${media.title}`}>
      <Say look="lead">{media.title}</Say>
      <Say look="small">{waiting > 0 ? `${sayMedia(media)} · ${t('faces.moreToCome', { waiting })}` : sayMedia(media)}</Say>
      {silence ? <Say look="small">{silence}</Say> : null}
      {facts.claimed !== null ? (
        <Notice
          grave
          text={sentenceOf(new Failure('media.truncated', { name: media.title, seconds: facts.seconds, claimed: facts.claimed }))}
        />
      ) : null}
      <View className="flex-row flex-wrap gap-2">
        {spot ? (
          <Button label={t('faces.layItAt', { now: sayTime(now) })} icon={Check} kind="strong" onPress={lay('now')} className="grow" />
        ) : there ? (
          <>
            <Button label={t('faces.layItAfterTheLast')} icon={Check} kind="strong" onPress={lay('after')} className="grow" />
            <Button label={t('faces.at', { now: sayTime(now) })} hint={t('faces.layItAt', { now: sayTime(now) })} onPress={lay('now')} />
            <Button label={t('faces.inPlaceOfAll')} hint={t('faces.layItInPlaceOf')} onPress={lay('instead')} />
          </>
        ) : (
          <Button label={t('faces.layItUnderTheShow')} icon={Check} kind="strong" onPress={lay('after')} className="grow" />
        )}
        {waiting > 0 && lane !== 'spot' ? (
          <Button label={t('faces.layAllOneAfterThe', { waiting: waiting + 1 })} onPress={lay(lane === 'voice' ? 'now' : 'after', true)} />
        ) : null}
        <Button
          label={listening ? t('common.stop') : t('faces.listen')}
          icon={listening ? Square : AudioLines}
          onPress={() => toggleSound(media)}
        />
        <Button label={t('faces.notThisOne')} kind="quiet" onPress={done(() => dismissArrival())} />
      </View>
    </View>
  );
}
