import Pause from 'lucide-react-native/icons/pause';
import Play from 'lucide-react-native/icons/play';
import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import { placePictures, showSeconds, stageAt, type Show } from '../../core/show';
import { sayTime } from '../../core/units';
import { pause, togglePlay, useTransport } from '../../session/sound/transport';
import { usePictureUrl } from '../../session/sound/useMedia';
import { Say } from '../controls/Say';
import { useTokens } from '../theme/useTokens';

/** Shows what lies at the now line; the play button sits on it. */
export function Stage({ show, height }: { readonly show: Show; readonly height: number }) {
  const tokens = useTokens();
  const sounding = useTransport((state) => state.playing.kind !== 'nothing');
  return (
    <View className="overflow-hidden bg-ink" style={{ height }} accessibilityLabel="Stage">
      <Pictures show={show} />
      <Pressable
        accessibilityRole="button"
        accessibilityLabel={sounding ? 'Pause' : 'Play'}
        onPress={() => (sounding ? pause() : togglePlay())}
        className="absolute bottom-3 left-4 h-14 w-14 items-center justify-center rounded-full border-2 border-paper bg-ink active:opacity-75"
      >
        {sounding ? (
          <Pause size={24} color={tokens.paper} fill={tokens.paper} aria-hidden />
        ) : (
          <Play size={24} color={tokens.paper} fill={tokens.paper} aria-hidden />
        )}
      </Pressable>
      <View className="absolute bottom-4 right-3 rounded-full bg-ink px-3 py-1">
        <Clock length={showSeconds(show)} />
      </View>
    </View>
  );
}

function Clock({ length }: { readonly length: number }) {
  const now = useTransport((state) => sayTime(state.now));
  return (
    <Say look="time" className="text-paper">
      {now} / {sayTime(length)}
    </Say>
  );
}

function Pictures({ show }: { readonly show: Show }) {
  const placed = useMemo(() => placePictures(show), [show]);
  // Two pictures and a share: compared as text, so that the stage renders when a picture or its share changes, not sixty times a second.
  const key = useTransport((state) => {
    const stage = stageAt(placed, state.now);
    if (!stage) return null;
    return `${stage.shown.index} ${stage.coming ? `${stage.coming.picture.index} ${stage.coming.share.toFixed(3)}` : ''}`;
  });
  if (key === null) {
    return (
      <View className="flex-1 items-center justify-center p-6">
        <Say look="body" className="text-center text-paper">
          The pictures of your show appear here.
        </Say>
      </View>
    );
  }
  const [shown, coming, share] = key.split(' ');
  const layers = [{ index: Number(shown), opacity: 1 }, ...(coming ? [{ index: Number(coming), opacity: Number(share) }] : [])];
  // The next picture waits underneath, decoded: no black flash when its turn comes.
  const next = Number(shown) + 1;
  if (!coming && placed[next]) layers.unshift({ index: next, opacity: 0 });
  return layers.map(({ index, opacity }) => {
    const picture = placed[index]?.picture;
    return picture ? <Layer key={picture.id} media={picture.media} title={show.media[picture.media]!.title} opacity={opacity} /> : null;
  });
}

function Layer({ media, title, opacity }: { readonly media: string; readonly title: string; readonly opacity: number }) {
  const { data: url } = usePictureUrl(media, 'stage');
  if (!url) return null;
  return (
    <img
      src={url}
      alt={opacity > 0 ? title : ''}
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', objectFit: 'contain', opacity }}
    />
  );
}
