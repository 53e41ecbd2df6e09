import type { LucideIcon } from 'lucide-react-native';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import { View } from 'react-native';
import { Button } from './Button';
import { useByKeyboard } from './useByKeyboard';

const BY: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** Side by side, in several rows where one is too short, or one below the other. */
const LOOKS = { row: 'flex-row', rows: 'flex-row flex-wrap', column: '' } as const;

interface GroupProps {
  readonly label: string;
  readonly look?: keyof typeof LOOKS;
  readonly children: ReactNode;
}

/**
 * A group of radios, however they look: arrows go from one to the next and choose it, Space chooses (ARIA Authoring Practices, “Radio Group”;
 * from memory). Arrows stay the page's for whoever came here by pointer.
 */
export function Radios({ label, look = 'row', children }: GroupProps) {
  const group = useRef<View>(null);
  const { isByKeyboard, watch } = useByKeyboard();
  const press = (event: KeyboardEvent) => {
    const here = (event.target as HTMLElement).closest<HTMLElement>('[role=radio]');
    if (!here || !isByKeyboard()) return;
    const by = BY[event.key] ?? 0;
    if (by === 0 && event.key !== ' ') return;
    event.preventDefault();
    const all = [...(group.current as unknown as HTMLElement).querySelectorAll<HTMLElement>('[role=radio]')];
    const able = all.filter((one) => one === here || one.getAttribute('aria-disabled') !== 'true');
    const next = able[(able.indexOf(here) + by + able.length) % able.length]!;
    next.focus();
    next.click();
  };
  return (
    <View
      ref={group}
      className={`gap-1.5 ${LOOKS[look]}`}
      accessibilityRole="radiogroup"
      accessibilityLabel={label}
      {...{ onKeyDown: press, ...watch }}
    >
      {children}
    </View>
  );
}

interface Props<T> {
  readonly label: string;
  /** `hint` is what one is called where its group and its word say too little. */
  readonly options: readonly {
    readonly value: T;
    readonly label: string;
    readonly hint?: string;
    readonly icon?: LucideIcon;
    readonly disabled?: boolean;
  }[];
  /** Null where what is chosen differs, or none is. */
  readonly value: T | null;
  readonly onChange: (value: T) => void;
  /** In as many rows as it takes, as wide as their words or three to a row. */
  readonly wrap?: boolean | 'thirds';
}

/** One of a few, side by side. */
export function Choice<T extends string | number>({ label, options, value, onChange, wrap = false }: Props<T>) {
  const chosen = options.findIndex((one) => one.value === value);
  // One stop of the Tab key.
  const stop = chosen < 0 ? options.findIndex((one) => !one.disabled) : chosen;
  return (
    <Radios label={label} look={wrap ? 'rows' : 'row'}>
      {options.map((one, index) => (
        <Button
          key={one.value}
          label={one.label}
          hint={one.hint ?? `${label}: ${one.label}`}
          {...(one.icon ? { icon: one.icon } : {})}
          kind="quiet"
          radio={{ stop: index === stop }}
          chosen={index === chosen}
          disabled={one.disabled === true}
          onPress={() => onChange(one.value)}
          tight
          className={wrap === 'thirds' ? 'grow basis-[30%]' : wrap ? 'grow' : 'flex-1'}
        />
      ))}
    </Radios>
  );
}
