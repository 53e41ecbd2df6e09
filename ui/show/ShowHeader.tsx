import { t, sayPhrase } from '../../words';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { memo } from 'react';
import { View } from 'react-native';
import type { History } from '../../core/show';
import { useOpenShow } from '../../session/open/store';
import { IconButton } from '../controls/Button';
import { Say } from '../controls/Say';
import { FaceTabs } from '../faces/FaceTabs';

interface Props {
  readonly history: History;
  readonly mayEdit: boolean;
  readonly wide: boolean;
  readonly onBack: () => void;
}

/** Way back, title and what is saved; undo and redo with the name of what they take back. */
export const ShowHeader = memo(function ShowHeader({ history, mayEdit, wide, onBack }: Props) {
  const { undo, redo } = useOpenShow.getState();
  const past = history.past.at(-1);
  const future = history.future[0];
  return (
    <View className={`flex-row items-center gap-1 bg-paper px-1 ${wide ? 'h-14 border-b border-line' : 'h-12'}`}>
      <View className="flex-1 flex-row items-center gap-1">
        <IconButton label={t('show.backToTheShows')} icon={ChevronLeft} onPress={onBack} />
        <View className="shrink">
          <Say look={wide ? 'lead' : 'strong'} numberOfLines={1} accessibilityRole="header">
            {history.show.title}
          </Say>
          <SavedWords mayEdit={mayEdit} />
        </View>
      </View>
      {wide ? <FaceTabs wide /> : null}
      <View className={`flex-row justify-end ${wide ? 'flex-1' : ''}`}>
        <IconButton
          label={past ? t('show.undo', { what: sayPhrase(past.name) }) : t('show.nothingToUndo')}
          icon={Undo}
          disabled={!past || !mayEdit}
          onPress={undo}
        />
        <IconButton
          label={future ? t('show.redo', { what: sayPhrase(future.name) }) : t('show.nothingToRedo')}
          icon={Redo}
          disabled={!future || !mayEdit}
          onPress={redo}
        />
      </View>
    </View>
  );
});

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
