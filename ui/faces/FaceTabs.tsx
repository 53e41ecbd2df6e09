import { memo, useRef, type KeyboardEvent } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import type { History } from '../../core/show';
import { FACES, type Face } from '../../session/faces';
import { useOpenShow } from '../../session/open/store';
import { t } from '../../words';
import { Say } from '../controls/Say';
import { useByKeyboard } from '../controls/useByKeyboard';
import { openPanel } from '../panels/open';
import { useTokens } from '../theme/useTokens';
import { FACE_WORDS } from './faceWords';
import { UndoButtons } from './UndoButtons';

/** In thumb reach below; in the header of a wide screen; down the edge of a phone held sideways, with undo and redo. */
type Look = 'bottom' | 'top' | 'rail';

interface Props {
  readonly look: Look;
  readonly header?: { readonly history: History; readonly mayEdit: boolean };
}

const BOX: Readonly<Record<Look, string>> = {
  bottom: 'flex-row gap-1 border-t border-line bg-paper px-2 py-1.5',
  top: 'flex-row gap-1',
  rail: 'gap-1 p-1',
};
const TAB: Readonly<Record<Look, string>> = {
  bottom: 'min-h-touch min-w-fit flex-1 gap-0.5 py-1',
  top: 'min-h-touch flex-row gap-2 px-5',
  rail: 'min-h-touch gap-0.5 py-1.5',
};

/** The faces of the sheet. */
export const FaceTabs = memo(function FaceTabs({ look, header }: Props) {
  const tokens = useTokens();
  const face = useOpenShow((store) => store.face);
  const row = useRef<View>(null);
  const { isByKeyboard, watch } = useByKeyboard();
  const show = (one: Face) => {
    // What is open belongs to the face that is left.
    openPanel(null);
    useOpenShow.getState().setFace(one);
  };
  // One stop of the Tab key; arrows go from one to the next, as in any row of tabs (ARIA Authoring Practices, “Tabs”; from memory). ↑ ↓ are the
  // page's, but for whoever came to a rail of tabs by keyboard; so are Home and End.
  const [on, back] = look === 'rail' ? ['ArrowDown', 'ArrowUp'] : ['ArrowRight', 'ArrowLeft'];
  const press = (event: KeyboardEvent) => {
    const by = event.key === on ? 1 : event.key === back ? -1 : 0;
    if (by === 0 || !isByKeyboard()) return;
    event.preventDefault();
    const next = (FACES.indexOf(face) + by + FACES.length) % FACES.length;
    show(FACES[next]!);
    (row.current as unknown as HTMLElement).querySelectorAll<HTMLElement>('[role=tab]')[next]?.focus();
  };
  const tabs = (
    <View
      ref={row}
      accessibilityRole="tablist"
      accessibilityLabel={t('faces.faces')}
      className={BOX[look]}
      {...{ onKeyDown: press, ...watch, 'aria-orientation': look === 'rail' ? 'vertical' : 'horizontal' }}
    >
      {FACES.map((one) => {
        const { title, icon: Icon } = FACE_WORDS[one];
        const here = one === face;
        return (
          <Pressable
            key={one}
            accessibilityRole="tab"
            accessibilityState={{ selected: here }}
            aria-selected={here}
            accessibilityLabel={t(title)}
            tabIndex={here ? 0 : -1}
            onPress={() => show(one)}
            className={`items-center justify-center rounded-control ${TAB[look]} ${here ? 'bg-rain-soft' : 'active:bg-rain-mist'}`}
          >
            <Icon size={20} strokeWidth={2} color={here ? tokens.rain : tokens['ink-2']} aria-hidden />
            <Say look={here ? 'label' : 'small'} className={here ? 'text-rain' : ''}>
              {t(title)}
            </Say>
          </Pressable>
        );
      })}
    </View>
  );
  if (look !== 'rail') return tabs;
  return (
    <ScrollView style={{ width: '5.75rem' as unknown as number, flexGrow: 0 }} className="border-l border-line bg-paper">
      <View className="flex-row justify-center pt-1">{header ? <UndoButtons {...header} /> : null}</View>
      {tabs}
    </ScrollView>
  );
});
