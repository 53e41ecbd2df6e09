import { useShown } from '../../session/open/store';
import { sayTime, t, sayPhrase } from '../../words';
import Pause from 'lucide-react-native/icons/pause';
import Play from 'lucide-react-native/icons/play';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import { followsSound, showSeconds, type Show } from '../../core/show';
import { frameWithin, layersAt, sceneOf, type Scene, type Seen } from '../../core/stage';
import { pause, togglePlay, useTransport } from '../../session/sound/transport';
import { openStage, type StageView } from '../../session/stage/view';
import { Say } from '../controls/Say';
import { useMoment } from '../controls/useMoment';
import { cardFont } from './cardFont';
import { SmallRivers } from './SmallRivers';
import { useTokens } from '../theme/useTokens';

/** What lies around the frame is dark by day and by night: it takes nothing from the pictures. */
const AROUND = '#1C2A31';
const ON_DARK = '#F6F2EA';

/** Longest edge of the painted frame, pixels: what photos are kept at. */
const MOST_PIXELS = 1920;

interface Props {
  readonly width: number;
  readonly height: number;
}

const NO_PARTS: Show['parts'] = [];

/** What of a show is seen on the stage: what is done to its sound changes nothing there, but for the credits on a card. */
function seenOf({ pictures, alone, media, shape, black, parts, title, artist }: Show): Seen {
  const credited = pictures.some((one) => one.kind === 'card' && one.credits);
  const lasting = credited || followsSound({ pictures, alone });
  return { pictures, alone, media, shape, black, title, artist, parts: lasting ? parts : NO_PARTS };
}

/** Shows what lies at the now line; the play button sits on it. */
export function Stage({ width, height }: Props) {
  const length = useShown(showSeconds);
  const tokens = useTokens();
  const sounding = useTransport((state) => state.playing.kind !== 'nothing');
  return (
    <View className="overflow-hidden" style={{ height, backgroundColor: AROUND }} accessibilityLabel={t('stage.stage')}>
      <Pictures width={width} height={height} />
      <Pressable
        accessibilityRole="button"
        accessibilityLabel={sounding ? t('stage.pause') : t('stage.play')}
        onPress={() => (sounding ? pause() : togglePlay())}
        className="rb-drawn absolute bottom-3 left-4 h-14 w-14 items-center justify-center rounded-full border-2 border-paper bg-ink active:opacity-75"
      >
        {sounding ? (
          <Pause size={24} color={tokens.paper} fill={tokens.paper} aria-hidden />
        ) : (
          <Play size={24} color={tokens.paper} fill={tokens.paper} aria-hidden />
        )}
      </Pressable>
      <View className="absolute bottom-4 right-3 rounded-full bg-ink px-3 py-1">
        <Clock length={length} />
      </View>
    </View>
  );
}

function Clock({ length }: { readonly length: number }) {
  const words = useRef<HTMLSpanElement>(null);
  useMoment(
    useCallback((now) => {
      const said = sayTime(now);
      if (words.current!.textContent !== said) words.current!.textContent = said;
    }, []),
  );
  return (
    <Say look="time" className="text-paper">
      <span ref={words} /> / {sayTime(length)}
    </Say>
  );
}

/** The frame: pictures, dissolves, moves and clips, painted by a worker. */
function Pictures({ width, height }: Props) {
  const show = useShown(seenOf);
  const scene = useMemo(() => sceneOf(show, sayPhrase), [show]);
  const frame = frameWithin(show.shape, width, height);
  const { box, view } = useStageCanvas(scene);
  const dense = Math.min(window.devicePixelRatio || 1, MOST_PIXELS / Math.max(frame.width, frame.height, 1));
  const [wide, high] = [Math.max(1, Math.round(frame.width * dense)), Math.max(1, Math.round(frame.height * dense))];
  useEffect(() => view?.size(wide, high), [view, wide, high]);
  const titles = useShownTitles(scene, show);
  return (
    <>
      <div
        ref={box}
        role="img"
        aria-label={titles}
        style={{ position: 'absolute', left: frame.x, top: frame.y, width: frame.width, height: frame.height }}
      />
      {show.pictures.length === 0 && show.parts.length > 0 ? <SmallRivers width={width} height={height} /> : null}
      {show.pictures.length === 0 && show.parts.length === 0 ? (
        <View className="flex-1 items-center justify-center p-6">
          <Say look="body" className="text-center" style={{ color: ON_DARK }}>
            {t('stage.thePicturesOfYourShow')}
          </Say>
        </View>
      ) : null}
    </>
  );
}

/** What is on the stage, in words; it changes when the picture does. */
function useShownTitles(scene: Scene, show: Seen): string {
  return useTransport((state) => {
    const [before, after] = layersAt(scene, state.now).map(({ picture }) =>
      picture.kind === 'card' ? picture.words.replaceAll('\n', ', ') || t('stage.aPlainCard') : show.media[picture.media]!.title,
    );
    return after === undefined ? (before ?? '') : t('stage.dissolvingInto', { before: before!, after });
  });
}

/**
 * A canvas of its own inside the box (it is handed over to the worker for good), painted anew whenever the moment or the
 * scene changes. What is shown can be read from its data attributes.
 */
function useStageCanvas(scene: Scene) {
  const box = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<StageView | null>(null);
  useEffect(() => {
    const canvas = document.createElement('canvas');
    canvas.style.cssText = 'width:100%;height:100%;display:block';
    canvas.dataset.testid = 'stage';
    box.current?.append(canvas);
    setView(
      openStage(canvas, cardFont(), {
        painted: (layers) => {
          canvas.dataset.shown = layers.map((one) => one.picture).join(' ');
          canvas.dataset.source = layers.map((one) => one.source?.toFixed(4) ?? '').join(' ');
        },
        near: (moment) => {
          canvas.dataset.moment = moment.toFixed(3);
        },
      }),
    );
    return () => canvas.remove();
  }, []);
  useEffect(() => {
    view?.scene(scene);
    view?.paint(useTransport.getState().now);
    if (!view) return undefined;
    return useTransport.subscribe((state, before) => {
      if (state.now !== before.now) view.paint(state.now);
    });
  }, [view, scene]);
  return { box, view };
}
