import type { Card } from '../../../core/show';

type Pen = OffscreenCanvasRenderingContext2D;

/** Letters are this share of the frame's shorter side; the lines keep to this share of its width. */
const LETTERS = 0.11;
const WITHIN = 0.84;
const LEADING = 1.25;

/** Relative luminance (WCAG 2.2) of a `#RRGGBB` colour, [0, 1]. */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const value = parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/** Black or white, whichever is read better on a colour. */
const letterColour = (ground: string) => (luminance(ground) > 0.179 ? '#1C2A31' : '#FFFDF8');

/** Paints a plain card: its colour, and its words in the middle, smaller where they are many. */
export function paintCard(pen: Pen, card: Card, width: number, height: number, family: string): void {
  pen.fillStyle = card.colour;
  pen.fillRect(0, 0, width, height);
  if (card.words.trim() === '') return;
  pen.fillStyle = letterColour(card.colour);
  pen.textAlign = 'center';
  pen.textBaseline = 'middle';
  let size = Math.min(width, height) * LETTERS;
  let lines: string[] = [];
  for (;;) {
    pen.font = `${size}px ${family}`;
    lines = linesOf(pen, card.words, width * WITHIN);
    if (size < 8 || lines.length * size * LEADING <= height * WITHIN) break;
    size *= 0.85;
  }
  const top = height / 2 - ((lines.length - 1) * size * LEADING) / 2;
  for (const [index, line] of lines.entries()) pen.fillText(line, width / 2, top + index * size * LEADING, width * WITHIN);
}

function linesOf(pen: Pen, words: string, width: number): string[] {
  const lines: string[] = [];
  for (const paragraph of words.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/\s+/)) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && pen.measureText(longer).width > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines;
}
