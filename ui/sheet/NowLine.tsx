import type { KeyboardEvent } from 'react';
import { useOpenShow } from '../../session/open/store';
import { scrubTo, useTransport } from '../../session/sound/transport';
import { sayTime, t } from '../../words';

/** Room around the now line, pixels: what has the focus is seen. */
const AROUND = 22;
const LEAP = 10;

/** The moment that the sheet stands at: scrolled by thumbs, and a slider for keys and for those who hear it. ↑ ↓ Home End are the page's. */
export function NowLine({ top, seconds }: { readonly top: number; readonly seconds: number }) {
  const close = useOpenShow((store) => store.zoom < 2);
  const now = useTransport((state) => sayTime(state.now, close ? 3 : 1));
  const at = useTransport((state) => Math.round(state.now * 10) / 10);
  const press = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowRight: 0.1, ArrowLeft: -0.1, PageDown: LEAP, PageUp: -LEAP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    scrubTo(useTransport.getState().now + by);
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={t('sheet.theNowLine')}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={Math.round(seconds * 10) / 10}
      aria-valuenow={at}
      aria-valuetext={t('sheet.nowOf', { now, whole: sayTime(seconds) })}
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
        aria-hidden
        style={{ position: 'absolute', left: 2, top: AROUND - 11 }}
        className="rounded-full bg-ink px-1.5 font-mono text-small text-paper"
      >
        {now}
      </span>
    </div>
  );
}
