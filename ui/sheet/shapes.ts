/** What the sheet's sounds are drawn with. Units are CSS pixels. */
export interface Pen {
  fillStyle: string;
  strokeStyle: string;
  lineWidth: number;
  /** Opacity of what is filled and drawn from now on, 0 to 1. */
  globalAlpha: number;
  beginPath(): void;
  /** The first one of a path is where it begins. */
  lineTo(x: number, y: number): void;
  closePath(): void;
  roundRect(x: number, y: number, width: number, height: number, radius: number): void;
  fill(): void;
  stroke(): void;
  fillRect(x: number, y: number, width: number, height: number): void;
}

/** One path of an SVG, with what its attributes say. */
export interface Shape {
  readonly d: string;
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly opacity: number;
}

/** A tenth of a pixel is finer than any screen shows. */
const near = (value: number) => Math.round(value * 10) / 10;

/**
 * A pen whose drawing is an SVG: part of the page like all else on the sheet. A canvas for each part would be a layer of its own, and everything
 * that lies over it another one: the browser would put dozens of them together at every picture of the screen while the sheet scrolls.
 */
export class ShapePen implements Pen {
  fillStyle = 'none';
  strokeStyle = 'none';
  lineWidth = 1;
  globalAlpha = 1;
  private path: string[] = [];
  private readonly shapes: Shape[] = [];
  /** Rectangles that follow one another in one colour are one path. */
  private rows: { readonly fill: string; readonly opacity: number; readonly d: string[] } | null = null;

  beginPath(): void {
    this.path = [];
  }

  lineTo(x: number, y: number): void {
    this.path.push(`${this.path.length === 0 ? 'M' : 'L'}${near(x)} ${near(y)}`);
  }

  closePath(): void {
    this.path.push('z');
  }

  roundRect(x: number, y: number, width: number, height: number, radius: number): void {
    const r = Math.min(radius, width / 2, height / 2);
    const [across, down] = [near(width - 2 * r), near(height - 2 * r)];
    const corner = (dx: number, dy: number) => `a${near(r)} ${near(r)} 0 0 1 ${near(dx)} ${near(dy)}`;
    this.path.push(
      `M${near(x + r)} ${near(y)}h${across}${corner(r, r)}v${down}${corner(-r, r)}h${-across}${corner(-r, -r)}v${-down}${corner(r, -r)}z`,
    );
  }

  fill(): void {
    this.add(this.path.join(''), this.fillStyle, 'none');
  }

  stroke(): void {
    this.add(this.path.join(''), 'none', this.strokeStyle);
  }

  fillRect(x: number, y: number, width: number, height: number): void {
    const { fillStyle: fill, globalAlpha: opacity } = this;
    if (this.rows?.fill !== fill || this.rows.opacity !== opacity) {
      this.endRows();
      this.rows = { fill, opacity, d: [] };
    }
    this.rows.d.push(`M${near(x)} ${near(y)}h${near(width)}v${near(height)}h${-near(width)}z`);
  }

  /** All that was drawn so far, lowest first. */
  drawn(): readonly Shape[] {
    this.endRows();
    return this.shapes;
  }

  private add(d: string, fill: string, stroke: string): void {
    this.endRows();
    this.shapes.push({ d, fill, stroke, width: this.lineWidth, opacity: this.globalAlpha });
  }

  private endRows(): void {
    const { rows } = this;
    this.rows = null;
    if (rows) this.shapes.push({ d: rows.d.join(''), fill: rows.fill, stroke: 'none', width: 0, opacity: rows.opacity });
  }
}
