import { t } from '../../words';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import { memo, useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import { LIMITS, type History } from '../../core/show';
import { renameShow } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { IconButton } from '../controls/Button';
import { Say } from '../controls/Say';
import { UndoButtons } from '../faces/UndoButtons';
import { FaceTabs } from '../faces/FaceTabs';

export interface HeaderProps {
  readonly history: History;
  readonly mayEdit: boolean;
  /** On the phone and the tablet; with the faces, on a wide screen; beside the sheet, where the rail has undo and redo. */
  readonly look: 'phone' | 'wide' | 'side';
  readonly onBack: () => void;
}

/** Way back, title and what is saved; undo and redo with the name of what they take back. */
export const ShowHeader = memo(function ShowHeader({ history, mayEdit, look, onBack }: HeaderProps) {
  const wide = look === 'wide';
  return (
    <View className={`flex-row items-center gap-1 bg-paper px-1 ${wide ? 'h-14 border-b border-line' : 'h-12'}`}>
      <View className="flex-1 flex-row items-center gap-1">
        <IconButton label={t('show.backToTheShows')} icon={ChevronLeft} onPress={onBack} />
        <View className="shrink">
          <Title title={history.show.title} mayEdit={mayEdit} wide={wide} />
        </View>
      </View>
      {wide ? <FaceTabs look="top" /> : null}
      {look === 'side' ? null : (
        <View className={`flex-row justify-end ${wide ? 'flex-1' : ''}`}>
          <UndoButtons history={history} mayEdit={mayEdit} />
        </View>
      )}
    </View>
  );
});

interface TitleProps {
  readonly title: string;
  readonly mayEdit: boolean;
  readonly wide: boolean;
}

/** The show's title over what is saved; a tap on either renames it, so that a thumb has a whole touch to hit. */
function Title({ title, mayEdit, wide }: TitleProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const commit = () => {
    if (typed !== null && typed.trim() !== title) useOpenShow.getState().edit(renameShow, { title: typed });
    setTyped(null);
  };
  if (typed !== null) {
    return (
      <TextInput
        accessibilityLabel={t('shows.titleOfTheShow')}
        autoFocus
        value={typed}
        maxLength={LIMITS.titleLength}
        onChangeText={setTyped}
        onBlur={commit}
        onSubmitEditing={commit}
        onKeyPress={(event) => {
          if (event.nativeEvent.key !== 'Escape') return;
          event.preventDefault();
          setTyped(null);
        }}
        className="h-touch rounded-control border border-line bg-card px-2 font-bold text-body text-ink"
      />
    );
  }
  return (
    <>
      <Pressable
        accessibilityRole="button"
        accessibilityLabel={t('shows.rename', { title })}
        disabled={!mayEdit}
        onPress={() => setTyped(title)}
        className="h-touch justify-center pb-4"
      >
        <Say look={wide ? 'lead' : 'strong'} numberOfLines={1}>
          {title}
        </Say>
      </Pressable>
      <View className="-mt-5 pointer-events-none">
        <SavedWords mayEdit={mayEdit} />
      </View>
    </>
  );
}

function SavedWords({ mayEdit }: { readonly mayEdit: boolean }) {
  const saved = useOpenShow((store) => store.saved);
  if (!mayEdit) {
    return (
      <Say look="small" className="text-tiny text-amber">
        {t('show.openInAnotherTabLook')}
      </Say>
    );
  }
  const words = { saved: t('show.saved'), saving: t('show.saving'), failed: t('show.notSaved') }[saved.status];
  return (
    <Say look="small" className={`text-tiny ${saved.status === 'failed' ? 'text-red' : ''}`}>
      {words}
    </Say>
  );
}
