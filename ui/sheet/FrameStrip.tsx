import type { Media } from '../../core/show';
import { stripIndex, stripOf } from '../../core/stage';
import { useStripUrl } from '../../session/pictures/strips';

interface Props {
  readonly media: Media;
  /** Second of the clip at the top of the strip. */
  readonly from: number;
  readonly pixelsPerSecond: number;
  readonly width: number;
  readonly height: number;
}

/** A clip's frames down a strip, each beside the time it belongs to. */
export function FrameStrip({ media, from, pixelsPerSecond, width, height }: Props) {
  const { data: url } = useStripUrl(media);
  if (!url) return null;
  const strip = stripOf(media);
  const tall = Math.max(8, (width * strip.height) / strip.width);
  const count = Math.min(400, Math.ceil(height / tall));
  return Array.from({ length: count }, (_, place) => {
    const index = stripIndex(strip, from + ((place + 0.5) * tall) / pixelsPerSecond);
    const [column, row] = [index % strip.columns, Math.floor(index / strip.columns)];
    const share = (at: number, of: number) => (of > 1 ? (at / (of - 1)) * 100 : 0);
    return (
      <div
        key={place}
        aria-hidden
        style={{
          position: 'absolute',
          left: 0,
          width,
          top: place * tall,
          height: tall,
          backgroundImage: `url(${url})`,
          backgroundSize: `${strip.columns * 100}% ${strip.rows * 100}%`,
          backgroundPosition: `${share(column, strip.columns)}% ${share(row, strip.rows)}%`,
        }}
      />
    );
  });
}
