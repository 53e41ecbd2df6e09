import { useShown } from '../../session/open/store';
import { sayTime, t } from '../../words';
import AudioLines from 'lucide-react-native/icons/audio-lines';
import Check from 'lucide-react-native/icons/check';
import Scissors from 'lucide-react-native/icons/scissors';
import Square from 'lucide-react-native/icons/square';
import { View } from 'react-native';
import { partsOn } from '../../core/show';
import { Failure } from '../../core/failure';
import {
  cancelTaking,
  dismissArrival,
  dismissRefused,
  layArrival,
  trimArrival,
  useLibrary,
  type Arrival,
  type Where,
} from '../../session/library';
import { laneFor } from '../../session/open/lanes';
import { canBeLayers, layersOfArrivals, useLayering } from '../../session/bed/layering';
import { useArrived } from '../../session/pictures/arrived';
import { pause, toggleSound, useTransport } from '../../session/sound/transport';
import { Button } from '../controls/Button';
import { Notice } from '../controls/Notice';
import { Progress } from '../controls/Progress';
import { Say } from '../controls/Say';
import { openPanel } from '../panels/open';
import { sentenceOf } from '../words/failures';
import { sayMedia, saySilence } from '../words/sounds';
import { ArrivedClips } from './ArrivedClips';

/** Files on their way in, those that could not come in, and a piece that waits to be heard and laid. */
export function Incoming() {
  const { taking, refused, arrivals } = useLibrary();
  const [arrival] = arrivals;
  const clips = useArrived(({ arrived }) => arrived !== null);
  if (!taking && refused.length === 0 && !arrival && !clips) return null;
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
      {clips ? <ArrivedClips /> : null}
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
  // A first piece is laid and fitted in one, where there is something to fit it to.
  const fits = useShown((show) => lane === 'bed' && show.pictures.length > 0);
  const layAndFit = done(() => {
    layArrival('after', 0);
    openPanel({ name: 'fit' });
  });
  const lay = (where: Where, all = false) => done(() => layArrival(where, useTransport.getState().now, all));
  return (
    <View className={`gap-2 rounded-control border-2 bg-card p-3 ${tone}`} accessibilityLabel={`${name}: ${media.title}`}>
      <Say look="lead">{media.title}</Say>
      <Say look="small">{waiting > 0 ? `${sayMedia(media)} · ${t('faces.moreToCome', { waiting })}` : sayMedia(media)}</Say>
      {silence ? (
        <View className="flex-row items-center gap-2">
          <Say look="small" className="flex-1">
            {silence}
          </Say>
          {facts.sounding ? (
            <Button
              label={t(arrival.trim ? 'faces.silenceTrimmed' : 'details.trimSilence')}
              icon={arrival.trim ? Check : Scissors}
              chosen={arrival.trim === true}
              kind="quiet"
              onPress={() => trimArrival(!arrival.trim)}
              tight
            />
          ) : null}
        </View>
      ) : null}
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
          <>
            {fits ? <Button label={t('faces.layAndFit')} icon={Check} kind="strong" onPress={layAndFit} className="grow" /> : null}
            <Button
              label={t('faces.layItUnderTheShow')}
              {...(fits ? {} : { icon: Check })}
              kind={fits ? 'soft' : 'strong'}
              onPress={lay('after')}
              className="grow"
            />
          </>
        )}
        {waiting > 0 && lane === 'bed' ? <AsLayers onJoin={done(() => void layersOfArrivals())} /> : null}
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

/** Sounds that came in together may be the layers of one piece. */
function AsLayers({ onJoin }: { readonly onJoin: () => void }) {
  const joining = useLayering(({ share }) => share !== null);
  const fits = useLibrary(({ arrivals }) => canBeLayers(arrivals.filter(({ lane }) => lane === 'bed').map(({ media }) => media)));
  return fits ? <Button label={t('bed.asLayers')} hint={t('bed.asLayersHint')} disabled={joining} onPress={onJoin} /> : null;
}
