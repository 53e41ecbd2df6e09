import X from 'lucide-react-native/icons/x';
import { useEffect, useRef, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { IconButton } from './Button';
import { Say } from './Say';

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** Stays in sight below what scrolls. */
  readonly footer?: ReactNode;
}

/** A panel over the page: from below on a phone, in the middle on a wide screen. Escape or the ground behind it closes it. */
export function Panel({ title, onClose, children, footer }: Props) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const before = document.activeElement;
    box.current?.focus();
    const press = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      event.preventDefault();
      event.stopPropagation();
      onClose();
    };
    // The focus stays within: what lies behind cannot be worked while the panel is open.
    const keep = (event: FocusEvent) => {
      if (event.target instanceof HTMLElement && !box.current?.contains(event.target)) box.current?.focus();
    };
    window.addEventListener('keydown', press, true);
    document.addEventListener('focusin', keep);
    return () => {
      window.removeEventListener('keydown', press, true);
      document.removeEventListener('focusin', keep);
      if (before instanceof HTMLElement) before.focus();
    };
  }, [onClose]);
  return (
    <div style={{ position: 'fixed', inset: 0, zIndex: 50 }} className="flex items-end justify-center min-[900px]:items-center">
      <div onClick={onClose} aria-hidden style={{ position: 'absolute', inset: 0 }} className="bg-ink opacity-40" />
      <div
        ref={box}
        role="dialog"
        aria-modal="true"
        aria-label={title}
        tabIndex={-1}
        className="relative flex w-full max-w-[460px] flex-col rounded-t-[18px] bg-paper shadow-float min-[900px]:rounded-[18px]"
        style={{ maxHeight: '88%', outline: 'none' }}
      >
        <View className="flex-row items-center pl-4 pr-1 pt-1">
          <Say look="lead" className="flex-1" accessibilityRole="header">
            {title}
          </Say>
          <IconButton label={`Close: ${title}`} icon={X} onPress={onClose} />
        </View>
        <ScrollView contentContainerClassName="p-4 pt-1 gap-3">{children}</ScrollView>
        {footer ? <View className="gap-2 border-t border-line bg-card p-4">{footer}</View> : null}
      </div>
    </div>
  );
}
