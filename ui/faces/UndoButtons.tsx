import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import type { History } from '../../core/show';
import { useOpenShow } from '../../session/open/store';
import { sayPhrase, t } from '../../words';
import { IconButton } from '../controls/Button';

interface Props {
  readonly history: History;
  readonly mayEdit: boolean;
}

/** Undo and redo, with the name of what they take back. */
export function UndoButtons({ history, mayEdit }: Props) {
  const { undo, redo } = useOpenShow.getState();
  const past = history.past.at(-1);
  const future = history.future[0];
  return (
    <>
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
    </>
  );
}
