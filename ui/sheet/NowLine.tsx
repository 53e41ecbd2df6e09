import { memo, useCallback, useRef, type KeyboardEvent } from 'react';
import { useOpenShow } from '../../session/open/store';
import { scrubTo, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { useMoment } from '../controls/useMoment';

/** Room around the now line, pixels: what has the focus is seen. */
const AROUND = 22;
const LEAP = 10;

/** The moment that the sheet stands at: scrolled by thumbs, and a slider for keys and for those who hear it. ↑ ↓ Home End are the page's. */
export const NowLine = memo(function NowLine({ top, seconds }: { readonly top: number; readonly seconds: number }) {
  const close = useOpenShow((store) => store.zoom < 2);
  const slider = useRef<HTMLDivElement>(null);
  const words = useRef<HTMLSpanElement>(null);
  useMoment(
    useCallback(
      (moment) => {
        const now = sayTime(moment, close ? 3 : 1);
        const valuetext = t('sheet.nowOf', { now, whole: sayTime(seconds) });
        if (slider.current!.getAttribute('aria-valuetext') === valuetext) return;
        words.current!.textContent = now;
        slider.current!.setAttribute('aria-valuenow', String(Math.round(moment * 10) / 10));
        slider.current!.setAttribute('aria-valuetext', valuetext);
      },
      [close, seconds],
    ),
  );
  const press = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowRight: 0.1, ArrowLeft: -0.1, PageDown: LEAP, PageUp: -LEAP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    scrubTo(useTransport.getState().now + by);
  };
  return (
    <div
      ref={slider}
      role="slider"
      tabIndex={0}
      aria-label={t('sheet.theNowLine')}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={Math.round(seconds * 10) / 10}
      onKeyDown={press}
      style={{
        position: 'absolute',
        left: 0,
        right: 0,
        top: top - AROUND,
        height: AROUND * 2,
        pointerEvents: 'none',
        zIndex: 10,
        outlineOffset: -3,
      }}
    >
      <div style={{ position: 'absolute', left: 0, right: 0, top: AROUND - 1, height: 2 }} className="rb-now bg-ink" />
      <span
        ref={words}
        aria-hidden
        style={{ position: 'absolute', left: 2, top: AROUND - 11 }}
        className="rounded-full bg-ink px-1.5 font-mono text-small text-paper"
      />
    </div>
  );
});
