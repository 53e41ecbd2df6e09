import type { Media } from '../../core/show';
import { filmIndex, filmOf } from '../../core/stage';
import { useFilmUrl } from '../../session/pictures/films';

interface Props {
  readonly media: Media;
  /** Second of the film at the top of the strip. */
  readonly from: number;
  readonly pixelsPerSecond: number;
  readonly width: number;
  readonly height: number;
}

/** A clip's frames down a strip, each beside the time it belongs to. */
export function FilmStrip({ media, from, pixelsPerSecond, width, height }: Props) {
  const { data: url } = useFilmUrl(media);
  if (!url) return null;
  const film = filmOf(media);
  const tall = Math.max(8, (width * film.height) / film.width);
  const count = Math.min(400, Math.ceil(height / tall));
  return Array.from({ length: count }, (_, place) => {
    const index = filmIndex(film, from + ((place + 0.5) * tall) / pixelsPerSecond);
    const [column, row] = [index % film.columns, Math.floor(index / film.columns)];
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
          backgroundSize: `${film.columns * 100}% ${film.rows * 100}%`,
          backgroundPosition: `${share(column, film.columns)}% ${share(row, film.rows)}%`,
        }}
      />
    );
  });
}
