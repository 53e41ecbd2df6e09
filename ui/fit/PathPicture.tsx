import { t } from '../../words';
import { useCallback } from 'react';
import type { Answer } from '../../core/fit';
import type { Hearing } from '../../core/music';
import { laidSpans, type Stretch } from '../../core/show';
import { usePainting } from '../controls/usePainting';
import { useTokens } from '../theme/useTokens';

const TALL = 62;
const BAR = 12;
/** How dark the water of each letter is; neighbours differ. */
const DEPTHS = [0.3, 0.6, 0.85, 0.45, 0.7, 0.2, 0.95, 0.5];

export const depthOf = (letter: string): number => DEPTHS[(letter.charCodeAt(0) - 65) % DEPTHS.length] ?? 0.5;

interface Props {
  readonly answer: Answer;
  readonly heard: Hearing;
  readonly piece: Stretch;
}

/** The piece in its sections above, the fitted one below, and between them where each stitch comes from. */
export function PathPicture({ answer, heard, piece }: Props) {
  const tokens = useTokens();
  const paint = useCallback(
    (pen: CanvasRenderingContext2D, width: number) => {
      const edge = 1;
      const source = (at: number) => edge + ((at - piece.from) / (piece.to - piece.from)) * (width - 2 * edge);
      const fitted = (at: number) => edge + (at / answer.seconds) * (width - 2 * edge);
      const low = TALL - BAR - 5;
      const block = (from: number, to: number, y: number, letter: string) => {
        pen.globalAlpha = depthOf(letter);
        pen.fillStyle = tokens.rain;
        pen.fillRect(from + 0.5, y, Math.max(1, to - from - 1), BAR);
        pen.globalAlpha = 1;
      };
      for (const { from, to, letter } of heard.sections) {
        const [a, b] = [Math.max(from, piece.from), Math.min(to, piece.to)];
        if (b > a) block(source(a), source(b), 2, letter);
      }
      for (const { span, start: at } of laidSpans(answer.spans)) {
        for (const { from, to, letter } of heard.sections) {
          const [a, b] = [Math.max(from, span.from), Math.min(to, span.to)];
          if (b > a) block(fitted(at + a - span.from), fitted(at + b - span.from), low, letter);
        }
      }
      pen.strokeStyle = tokens.rain;
      pen.lineWidth = 1;
      const line = (x: number, y: number, toX: number, toY: number) => {
        pen.beginPath();
        pen.moveTo(x, y);
        pen.lineTo(toX, toY);
        pen.stroke();
      };
      const [first, last] = [answer.spans[0]!, answer.spans.at(-1)!];
      line(source(first.from) + 0.5, BAR + 2, fitted(0) + 0.5, low);
      line(source(last.to) - 0.5, BAR + 2, fitted(answer.seconds) - 0.5, low);
      const many = answer.splices.length > 8;
      for (const splice of answer.splices) {
        line(source(splice.from), BAR + 2, fitted(splice.at), low);
        line(source(splice.to), BAR + 2, fitted(splice.at), low);
      }
      answer.splices.forEach((splice, i) => {
        const x = fitted(splice.at);
        pen.beginPath();
        pen.arc(x, low + BAR / 2, many ? 3.5 : 7.5, 0, 2 * Math.PI);
        pen.fillStyle = tokens.card;
        pen.fill();
        pen.lineWidth = 1.6;
        pen.stroke();
        if (many) return;
        pen.fillStyle = tokens.rain;
        pen.font = 'bold 10px sans-serif';
        pen.textAlign = 'center';
        pen.fillText(String(i + 1), x, low + BAR / 2 + 3.5);
      });
    },
    [answer, heard, piece.from, piece.to, tokens],
  );
  const canvas = usePainting(TALL, paint);
  return <canvas ref={canvas} role="img" aria-label={sayPath(answer)} style={{ width: '100%', height: TALL, display: 'block' }} />;
}

/** The picture in words. */
function sayPath({ splices }: Answer): string {
  if (splices.length === 0) return t('fit.thePieceAsItIs');
  return t('fit.fromThePiecesBeginningTo', { count: splices.length });
}
