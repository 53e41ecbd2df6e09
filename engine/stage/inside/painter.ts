import { Failure } from '../../../core/failure';
import { filmAt } from '../../../core/show';
import {
  blackAt,
  comingUp,
  stripBox,
  stripIndex,
  stripOn,
  framed,
  layersAt,
  type Framed,
  type Layer,
  type Scene,
} from '../../../core/stage';
import { places, type Place } from '../../media/folders';
import type { Desk } from '../../workers/serve';
import type { PaintedLayer, StageCalls } from '../stage.protocol';
import { paintCard } from './card';
import { ClipReader } from './clipReader';
import { Images, type Wanted } from './images';
import { Rush } from './rush';

/** What begins within this time is made ready, seconds. */
const AHEAD = 2;
/** A frame that is off by less than this is better than the strip's small one, seconds. */
const NEAR = 0.2;
/** As many videos stay open, needed soon or not: each holds a decoder, and what that has decoded ahead. */
const MOST_READERS = 2;

interface Waiting {
  resolve(painted: readonly PaintedLayer[] | null): void;
  /** Told once: what is on the stage is of this moment, if only from the strip. */
  near(): void;
}

/**
 * Paints a scene's moments onto a canvas: photos, dissolves, moves, cards and clips. What it needs is loaded ahead; until it is
 * there the best stand-in is painted, or what was painted before stays: never black.
 */
export class Painter {
  private canvas: OffscreenCanvas | null = null;
  private pen: OffscreenCanvasRenderingContext2D | null = null;
  private family = 'sans-serif';
  private current: Scene | null = null;
  private moment = 0;
  private waiting: Waiting | null = null;
  private repainting = false;
  private readonly rush = new Rush(() => this.again());
  /** Whether a photo was painted as an empty frame, since its file is gone: a film would hold that for good. */
  lost = false;
  private readonly images = new Images(() => this.again());
  private readonly readers = new Map<string, ClipReader>();

  readonly attach = async ({ canvas, font }: Parameters<StageCalls['attach']>[0]): Promise<void> => {
    this.canvas = canvas;
    this.pen = canvas.getContext('2d', { alpha: false });
    if (!this.pen) throw new Failure('stage.missing');
    this.again();
    if (font) await this.loadFont(font);
  };

  readonly size = ({ width, height }: Parameters<StageCalls['size']>[0]): void => {
    if (!this.canvas || (this.canvas.width === width && this.canvas.height === height)) return;
    this.canvas.width = width;
    this.canvas.height = height;
    this.now();
  };

  readonly show = ({ scene }: Parameters<StageCalls['scene']>[0]): void => {
    this.current = scene;
    const clips = new Set(scene.placed.flatMap(({ picture }) => (picture.kind === 'clip' ? [readerKey(picture)] : [])));
    for (const [key, reader] of this.readers) if (!clips.has(key)) this.drop(key, reader);
    this.again();
  };

  readonly paint = ({ moment }: Parameters<StageCalls['paint']>[0], desk: Desk): Promise<readonly PaintedLayer[] | null> => {
    this.giveUp();
    this.rush.to(moment);
    this.moment = moment;
    return new Promise((resolve) => {
      this.waiting = { resolve, near: () => desk.progress(1) };
      this.now();
    });
  };

  /** Whoever still waits for a moment gets nothing. */
  giveUp(): void {
    this.waiting?.resolve(null);
    this.waiting = null;
  }

  /** Paints once more when things have settled: many may arrive at once. */
  private again(): void {
    if (this.repainting) return;
    this.repainting = true;
    queueMicrotask(() => {
      this.repainting = false;
      this.now();
    });
  }

  private now(): void {
    const { current: scene, pen, canvas, moment } = this;
    if (!scene || !pen || !canvas) return;
    const layers = layersAt(scene, moment);
    const looks = layers.map((layer) => this.lookOf(scene, layer));
    this.prepare(scene, layers);
    // A layer that has nothing to show yet would flash: what was painted before stays.
    if (looks.every((look) => look !== null)) {
      if (layers.length === 0) this.fill('#000', 1);
      for (const [index, layer] of layers.entries()) looks[index]!.paint(layer.opacity);
      const black = blackAt(scene, moment);
      if (black > 0) this.fill('#000', black);
    }
    if (looks.every((look) => look && (look.exact || look.near))) this.waiting?.near();
    if (this.waiting && looks.every((look) => look?.exact)) {
      this.waiting.resolve(looks.map((look, index) => ({ picture: layers[index]!.picture.id, source: look!.source })));
      this.waiting = null;
    }
  }

  /** How a layer can be painted right now; null where there is nothing to paint it with. */
  private lookOf(scene: Scene, layer: Layer): Look | null {
    const { picture } = layer;
    const { width, height } = this.canvas!;
    if (picture.kind === 'card') {
      const paint = (opacity: number) => this.with(opacity, (pen) => paintCard(pen, picture, width, height, this.family));
      return { exact: true, near: true, source: null, paint };
    }
    const media = scene.media[picture.media]!;
    const cut = framed(media.width, media.height, { width, height }, picture.framing, layer.progress);
    if (picture.kind === 'clip') {
      const look = this.frameLook(scene, layer, cut);
      if (look) return look;
    }
    if (this.rush.goesOn) {
      const small = this.images.get(places.picture(picture.media, 'thumb'));
      const within = small ? scaled(cut, small.width / media.width) : null;
      return small ? { exact: false, near: true, source: null, paint: (opacity) => this.place(small, within!, opacity) } : null;
    }
    const place = places.picture(picture.media, 'stage');
    const image = this.images.get(place, this.wantedOf(scene, picture));
    // A photo whose file is gone is an empty frame, not a stage that stands still.
    if (!image && (this.images.isLoading(place) || (picture.kind === 'clip' && !this.readerOf(picture).broken))) return null;
    if (!image) {
      this.lost = true;
      return { exact: true, near: true, source: null, paint: (opacity) => this.fill('#000', opacity) };
    }
    const scale = image.width / media.width;
    // What breaks off is shown by what there is of it.
    const exact = picture.kind === 'photo' || this.readerOf(picture).broken;
    return { exact, near: exact, source: null, paint: (opacity) => this.place(image, scaled(cut, scale), opacity) };
  }

  /** A clip's very frame, or one near it, or the small one of its strip. Null before any of them is there. */
  private frameLook(scene: Scene, layer: Layer, cut: Framed): Look | null {
    const { picture, source } = layer;
    if (picture.kind !== 'clip' || source === null) return null;
    // Opening a video for what rushes by would be over when it is there.
    const reader = this.rush.goesOn ? null : this.readerOf(picture);
    const frame = reader?.at(source) ?? null;
    const timestamp = frame?.sample.timestamp ?? null;
    if (reader && frame && (frame.exact || reader.broken || Math.abs(timestamp! - source) < NEAR)) {
      const paint = (opacity: number) =>
        this.placed(cut, opacity, (pen, { source: from, target: to }) =>
          frame.sample.draw(pen, from.x, from.y, from.width, from.height, to.x, to.y, to.width, to.height),
        );
      return { exact: frame.exact || reader.broken, near: true, source: timestamp, paint };
    }
    const media = scene.media[picture.media]!;
    const sheet = this.images.get(places.strip(picture.media));
    if (!sheet) return null;
    const strip = stripOn(media, sheet);
    const box = stripBox(strip, stripIndex(strip, source));
    const scale = strip.width / media.width;
    const within = scaled(cut, scale);
    const moved = { ...within, source: { ...within.source, x: within.source.x + box.x, y: within.source.y + box.y } };
    return { exact: reader?.broken ?? false, near: true, source, paint: (opacity) => this.place(sheet, moved, opacity) };
  }

  /** Loads what is needed soon and lets go of what is not. */
  private prepare(scene: Scene, layers: readonly Layer[]): void {
    const soon = comingUp(scene, this.moment, AHEAD);
    const wanted: Place[] = [];
    const want = (place: Place, size: Wanted | null = null) => {
      wanted.push(place);
      this.images.get(place, size);
    };
    const keys = new Set<string>();
    for (const { picture } of [...layers, ...soon.slice(0, 4)]) {
      if (picture.kind === 'card') continue;
      if (!this.rush.goesOn) want(places.picture(picture.media, 'stage'), this.wantedOf(scene, picture));
      else want(places.picture(picture.media, 'thumb'));
      if (picture.kind === 'clip') {
        want(places.strip(picture.media));
        keys.add(readerKey(picture));
      }
    }
    this.images.keepOnly(wanted);
    for (const { picture, index, start } of soon) {
      // What dissolves in already is asked for its own second: asking for its beginning too would make it jump to and fro.
      if (this.rush.goesOn || picture.kind !== 'clip' || index !== layers.at(-1)!.index + 1) continue;
      const before = scene.placed[index - 1]!.picture.dissolve;
      if (start - before - this.moment <= AHEAD) this.readerOf(picture).at(Math.max(0, filmAt(picture, -before)));
    }
    for (const [key, reader] of this.readers) if (this.readers.size > MOST_READERS && !keys.has(key)) this.drop(key, reader);
  }

  /** How large a picture is painted. */
  private wantedOf(scene: Scene, picture: Exclude<Layer['picture'], { readonly kind: 'card' }>): Wanted {
    const { width, height } = scene.media[picture.media]!;
    // A slow move comes no closer on its way.
    const { source, target } = framed(width, height, this.canvas!, picture.framing, 0);
    return { width, height, edge: (target.width / source.width) * Math.max(width, height) };
  }

  private readerOf(picture: { readonly id: string; readonly media: string }): ClipReader {
    const key = readerKey(picture);
    let reader = this.readers.get(key);
    if (!reader) {
      reader = new ClipReader(picture.media, () => this.again());
      this.readers.set(key, reader);
    }
    return reader;
  }

  /** Lets go of every video. */
  close(): void {
    // A frame may still be on its way: what it brings is painted nowhere, and opens no video again.
    this.current = null;
    this.rush.end();
    this.giveUp();
    for (const [key, reader] of this.readers) this.drop(key, reader);
    this.images.close();
  }

  private drop(key: string, reader: ClipReader): void {
    this.readers.delete(key);
    reader.close();
  }

  private place(image: ImageBitmap, cut: Framed, opacity: number): void {
    this.placed(cut, opacity, (pen, { source: from, target: to }) =>
      pen.drawImage(image, from.x, from.y, from.width, from.height, to.x, to.y, to.width, to.height),
    );
  }

  /** Paints what a cut shows, and black where it leaves the frame open: bars belong to the picture and dissolve with it. */
  private placed(cut: Framed, opacity: number, draw: (pen: OffscreenCanvasRenderingContext2D, cut: Framed) => void): void {
    const { width, height } = this.canvas!;
    const { target } = cut;
    this.with(opacity, (pen) => {
      pen.fillStyle = '#000';
      pen.fillRect(0, 0, width, target.y);
      pen.fillRect(0, target.y + target.height, width, height - target.y - target.height);
      pen.fillRect(0, target.y, target.x, target.height);
      pen.fillRect(target.x + target.width, target.y, width - target.x - target.width, target.height);
      draw(pen, cut);
    });
  }

  private fill(colour: string, opacity: number): void {
    this.with(opacity, (pen) => {
      pen.fillStyle = colour;
      pen.fillRect(0, 0, this.canvas!.width, this.canvas!.height);
    });
  }

  private with(opacity: number, paint: (pen: OffscreenCanvasRenderingContext2D) => void): void {
    const pen = this.pen!;
    pen.globalAlpha = opacity;
    paint(pen);
    pen.globalAlpha = 1;
  }

  private async loadFont(url: string): Promise<void> {
    try {
      const face = new FontFace('RainCard', `url(${url})`);
      (self as unknown as { fonts: Set<FontFace> }).fonts.add(await face.load());
      this.family = 'RainCard, sans-serif';
      this.again();
    } catch {
      // Cards are then set in the browser's own letters.
    }
  }
}

interface Look {
  /** Whether this is the very thing, not a stand-in. */
  readonly exact: boolean;
  /** Whether it is of the very moment, if only in small. */
  readonly near: boolean;
  readonly source: number | null;
  paint(opacity: number): void;
}

/** Two pictures may show one video at different seconds: each reads it by itself. */
const readerKey = (picture: { readonly id: string; readonly media: string }) => `${picture.id} ${picture.media}`;

/** A cut whose picture is stored at another scale. */
function scaled({ source, target }: Framed, scale: number): Framed {
  return {
    source: { x: source.x * scale, y: source.y * scale, width: source.width * scale, height: source.height * scale },
    target,
  };
}
