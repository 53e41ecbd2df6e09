import type { ReactNode } from 'react';
import { Text, type TextProps } from 'react-native';

const LOOKS = {
  body: 'font-text text-body text-ink',
  strong: 'font-bold text-body text-ink',
  lead: 'font-bold text-lead text-ink',
  title: 'font-bold text-title text-ink',
  small: 'font-text text-small text-ink-2',
  label: 'font-bold text-small text-ink',
  time: 'font-mono text-small text-ink',
  huge: 'font-mono text-huge text-ink',
} as const;

interface Props extends TextProps {
  readonly look?: keyof typeof LOOKS;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Text in one of the house's looks. */
export function Say({ look = 'body', className = '', children, ...rest }: Props) {
  // Each view has one heading of the first order, its title; those in it are of the second.
  const level = rest.accessibilityRole === 'header' && rest['aria-level' as never] === undefined ? { 'aria-level': 2 } : {};
  return (
    <Text className={`${LOOKS[look]} ${className}`} {...level} {...rest}>
      {children}
    </Text>
  );
}
