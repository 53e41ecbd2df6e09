import { useEffect, useRef, type ReactNode } from 'react';
import { View } from 'react-native';

/** What was just opened or chosen comes into view: when it appears, and whenever `of` changes. */
export function IntoView({
  of,
  className = '',
  children,
}: {
  readonly of?: unknown;
  readonly className?: string;
  readonly children: ReactNode;
}) {
  const box = useRef<View>(null);
  useEffect(() => {
    (box.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
  }, [of]);
  return (
    <View ref={box} className={className}>
      {children}
    </View>
  );
}
