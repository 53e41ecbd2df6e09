import { t } from '../../words';
import X from 'lucide-react-native/icons/x';
import { useLayoutEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { IconButton } from './Button';
import { Caught } from './Caught';
import { Say } from './Say';
import { Spoken } from './Spoken';

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** Stays in sight below what scrolls. */
  readonly footer?: ReactNode;
}

/**
 * A panel over the page: from below on a phone, in the middle on a wide screen. Escape or the ground behind it closes it. It is the browser's own
 * dialog: what lies behind is out of reach meanwhile, and the focus goes back to where it was.
 */
export function Panel({ title, onClose, children, footer }: Props) {
  const box = useRef<HTMLDialogElement>(null);
  // Before the element goes: only an open dialog gives the focus back.
  useLayoutEffect(() => {
    const dialog = box.current!;
    dialog.showModal();
    dialog.focus();
    return () => dialog.close();
  }, []);
  return (
    <dialog
      ref={box}
      aria-label={title}
      tabIndex={-1}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
      onKeyDown={(event) => {
        // It closes this panel and nothing else.
        if (event.key === 'Escape') event.stopPropagation();
        if (event.key === 'Tab') wrap(event);
      }}
      onClick={(event) => {
        if (event.target === event.currentTarget) onClose();
      }}
      className="m-auto mb-0 max-h-[88%] w-full max-w-[28.75rem] overflow-hidden rounded-t-[18px] bg-paper p-0 shadow-float outline-none backdrop:bg-ink/40 min-[900px]:mb-auto min-[900px]:rounded-[18px]"
    >
      <div className="flex flex-col" style={{ maxHeight: '88dvh' }}>
        <View className="flex-row items-center pl-4 pr-1 pt-1">
          <Say look="lead" className="flex-1" accessibilityRole="header">
            {title}
          </Say>
          <IconButton label={t('controls.close', { title })} icon={X} onPress={onClose} />
        </View>
        <ScrollView contentContainerClassName="p-4 pt-1 gap-3">
          <Spoken />
          <Caught what={title}>{children}</Caught>
        </ScrollView>
        {footer ? <View className="gap-2 border-t border-line bg-card p-4">{footer}</View> : null}
      </div>
    </dialog>
  );
}

const STOPS = 'button, input, textarea, select, a[href], [tabindex]';

/** From the last stop of the Tab key to the first one, and back: the browser itself would leave for its own buttons. */
function wrap(event: KeyboardEvent<HTMLDialogElement>): void {
  const stops = [...event.currentTarget.querySelectorAll<HTMLElement>(STOPS)].filter(
    (one) => one.tabIndex >= 0 && !one.matches(':disabled, [aria-disabled=true]') && one.getClientRects().length > 0,
  );
  const [first, last] = [stops[0], stops.at(-1)];
  const here = document.activeElement;
  const next = event.shiftKey ? (here === first || here === event.currentTarget ? last : null) : here === last ? first : null;
  if (!next) return;
  event.preventDefault();
  next.focus();
}
