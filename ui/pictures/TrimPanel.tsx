import { sayTime, t } from '../../words';
import { View } from 'react-native';
import { LIMITS, filmAt, speedOf, type Clip, type Media, type Show } from '../../core/show';
import { trimClip } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow, useSaved, useShown } from '../../session/open/store';
import { momentEntry } from '../controls/timeEntry';
import { NumberField } from '../controls/NumberField';
import { Say } from '../controls/Say';
import { FrameStrip } from '../sheet/FrameStrip';
import { Bar, Handle } from '../sheet/Handle';

/** Height and width of the strip, pixels: the whole film from top to bottom. */
const TALL = 360;
const WIDE = 110;

const endOf = (clip: Clip, edge: 'start' | 'end') => (edge === 'start' ? clip.from : filmAt(clip, clip.hold));

const clipOf = (show: Show, id: string): Clip | null => {
  const picture = show.pictures.find((one) => one.id === id);
  return picture?.kind === 'clip' ? picture : null;
};

/** A clip's whole film down a strip of frames, with a handle at each end of what is shown of it. */
export function TrimPanel({ id }: { readonly id: string }) {
  const clip = useShown((show) => clipOf(show, id));
  // What a gesture under way started from.
  const base = useSaved((show) => clipOf(show, id));
  const media = useShown((show) => (clip ? show.media[clip.media] : undefined));
  const { edit } = useOpenShow.getState();
  if (!clip || !base || !media) return <Say>{t('pictures.thisClipIsNoLonger')}</Say>;
  const end = filmAt(clip, clip.hold);
  const least = LIMITS.hold.least * speedOf(clip);
  return (
    <View className="flex-row gap-4">
      <Strip clip={clip} base={base} media={media} />
      <View className="flex-1 gap-2">
        <NumberField
          {...momentEntry}
          label={t('common.from')}
          value={clip.from}
          least={0}
          most={Math.max(0, end - least)}
          onChange={(position) => edit(trimClip, { id, edge: 'start', position })}
        />
        <NumberField
          {...momentEntry}
          label={t('common.to')}
          value={end}
          least={clip.from + least}
          most={media.seconds}
          onChange={(position) => edit(trimClip, { id, edge: 'end', position })}
        />
        <Say look="small">{t('pictures.showsOf', { hold: sayTime(clip.hold, 3), seconds: sayTime(media.seconds, 3) })}</Say>
        <Say look="small">{t('pictures.dragTheBarsOnThe')}</Say>
      </View>
    </View>
  );
}

function Strip({ clip, base, media }: { readonly clip: Clip; readonly base: Clip; readonly media: Media }) {
  const { seconds } = media;
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const pixelsPerSecond = TALL / seconds;
  const top = clip.from * pixelsPerSecond;
  const bottom = filmAt(clip, clip.hold) * pixelsPerSecond;
  const common = { left: 0, width: WIDE, pixelsPerSecond, onCancel: endPreview };
  const to = (edge: 'start' | 'end', by: number) => ({
    id: clip.id,
    edge,
    position: clamp(endOf(base, edge) + by, 0, seconds),
  });
  return (
    <div
      style={{ position: 'relative', width: WIDE, height: TALL, margin: '22px 0', flexShrink: 0 }}
      aria-label={t('pictures.filmOfTheClip')}
    >
      <div style={{ position: 'absolute', inset: 0, overflow: 'hidden', borderRadius: 8 }} className="bg-moss-soft">
        <FrameStrip media={media} from={0} pixelsPerSecond={pixelsPerSecond} width={WIDE} height={TALL} />
        <div className="bg-paper" style={{ position: 'absolute', left: 0, right: 0, top: 0, height: top, opacity: 0.75 }} />
        <div className="bg-paper" style={{ position: 'absolute', left: 0, right: 0, top: bottom, bottom: 0, opacity: 0.75 }} />
      </div>
      {(['start', 'end'] as const).map((edge) => (
        <Handle
          key={edge}
          {...common}
          name={t(edge === 'start' ? 'pictures.firstFrame' : 'pictures.lastFrame')}
          testId={`film ${edge}`}
          value={endOf(clip, edge)}
          said={sayTime(endOf(clip, edge))}
          moment={endOf(clip, edge)}
          onMove={(by) => tryOut(trimClip, to(edge, by))}
          onEnd={(by) => edit(trimClip, to(edge, by))}
        >
          <Bar tone="moss" />
        </Handle>
      ))}
    </div>
  );
}
