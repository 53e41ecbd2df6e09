import type { LucideIcon } from 'lucide-react-native';
import { useEffect, useRef } from 'react';
import { Pressable, Text } from 'react-native';
import { useTokens, type Token } from '../theme/useTokens';

const KINDS = {
  strong: { box: 'bg-rain', text: 'text-on-rain', icon: 'on-rain' },
  soft: { box: 'bg-rain-mist', text: 'text-rain', icon: 'rain' },
  moss: { box: 'bg-moss-soft', text: 'text-moss', icon: 'moss' },
  quiet: { box: 'bg-card border border-line', text: 'text-ink', icon: 'ink' },
  danger: { box: 'bg-card border border-line', text: 'text-red', icon: 'red' },
} as const satisfies Record<string, { box: string; text: string; icon: Token }>;

interface Props {
  readonly label: string;
  readonly onPress: () => void;
  readonly kind?: keyof typeof KINDS;
  readonly icon?: LucideIcon;
  readonly disabled?: boolean;
  /** Set for a button that stays pressed. */
  readonly chosen?: boolean;
  /** Set for one of several of which one is chosen: whether the Tab key stops here. */
  readonly radio?: { readonly stop: boolean };
  /** What assistive technology reads where the label alone says too little. */
  readonly hint?: string;
  /** Narrower sides, for rows of several. */
  readonly tight?: boolean;
  readonly className?: string;
}

/** What a control is called that says more than stands on it: the words on it are always part of its name, so that it can be called by them. */
export const nameWith = (label: string, hint: string): string =>
  hint.toLocaleLowerCase().includes(label.toLocaleLowerCase()) ? hint : `${label}: ${hint}`;

/** A button with a word on it, at least 44 px in both directions. */
export function Button({
  label,
  onPress,
  kind = 'soft',
  icon: Icon,
  disabled = false,
  chosen,
  radio,
  hint,
  tight = false,
  className = '',
}: Props) {
  const tokens = useTokens();
  const look = KINDS[chosen ? 'strong' : kind];
  const state = radio
    ? { 'aria-checked': chosen === true, tabIndex: radio.stop ? (0 as const) : (-1 as const) }
    : chosen === undefined
      ? {}
      : { 'aria-pressed': chosen };
  return (
    <Pressable
      accessibilityRole={radio ? 'radio' : 'button'}
      accessibilityLabel={hint === undefined ? label : nameWith(label, hint)}
      accessibilityState={{ disabled }}
      {...state}
      disabled={disabled}
      onPress={onPress}
      className={`min-h-touch min-w-touch flex-row items-center justify-center gap-2 rounded-control ${tight ? 'px-2' : 'px-4'} ${look.box} ${disabled ? 'opacity-45' : 'active:opacity-75'} ${className}`}
    >
      {Icon ? <Icon size={18} strokeWidth={2} color={tokens[look.icon]} aria-hidden /> : null}
      <Text className={`font-bold text-small ${look.text}`}>{label}</Text>
    </Pressable>
  );
}

interface IconProps {
  readonly label: string;
  readonly icon: LucideIcon;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly tone?: Token;
  /** Again and again while it is held; `onLetGo` once it is not. */
  readonly onHeld?: () => void;
  readonly onLetGo?: () => void;
}

/** A button that is only an icon; its label is for assistive technology and for the pointer that rests on it. */
export function IconButton({ label, icon: Icon, onPress, disabled = false, tone = 'ink', onHeld, onLetGo }: IconProps) {
  const tokens = useTokens();
  const held = useHeld(onHeld, onLetGo);
  return (
    <Pressable
      accessibilityRole="button"
      accessibilityLabel={label}
      accessibilityState={{ disabled }}
      disabled={disabled}
      onPress={onPress}
      {...held}
      {...{ title: label }}
      className={`h-touch w-touch items-center justify-center rounded-control ${disabled ? 'opacity-35' : 'active:bg-rain-mist'}`}
    >
      <Icon size={21} strokeWidth={2} color={tokens[tone]} aria-hidden />
    </Pressable>
  );
}

/** How long a button is held until it repeats, and how quickly it does, ms. */
const REPEAT = { after: 400, every: 90 } as const;

/** A button that is held does its work again and again, with the latest `onHeld` each time. */
function useHeld(onHeld?: () => void, onLetGo?: () => void) {
  const latest = useRef(onHeld);
  const timer = useRef<ReturnType<typeof setInterval> | null>(null);
  useEffect(() => {
    latest.current = onHeld;
  });
  const stop = () => {
    if (timer.current === null) return;
    clearInterval(timer.current);
    timer.current = null;
    onLetGo?.();
  };
  useEffect(() => () => void (timer.current && clearInterval(timer.current)), []);
  if (!onHeld) return {};
  return {
    delayLongPress: REPEAT.after,
    onLongPress: () => {
      timer.current = setInterval(() => latest.current?.(), REPEAT.every);
    },
    onPressOut: stop,
  };
}
