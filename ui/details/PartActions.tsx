import { t, sayLane } from '../../words';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import Columns from 'lucide-react-native/icons/columns-2';
import FileDown from 'lucide-react-native/icons/file-down';
import Library from 'lucide-react-native/icons/library';
import Music from 'lucide-react-native/icons/music';
import Minus from 'lucide-react-native/icons/minus';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import Scissors from 'lucide-react-native/icons/scissors';
import Undo from 'lucide-react-native/icons/undo-dot';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { lanesOf, soundSeconds, type Part } from '../../core/show';
import { clearPins, putBackOwn, removeParts, restorePart, toLane, trimSilence } from '../../core/show/edits';
import { useExporting } from '../../session/finish/exporting';
import { exportPart } from '../../session/finish/sounds';
import { replacePiece, useLibrary } from '../../session/library';
import { saveAsPiece, useSavingPiece } from '../../session/bed/mine';
import { currentShow, useOpenShow, useShown } from '../../session/open/store';
import { useFacts } from '../../session/sound/useMedia';
import { MUSIC } from '../controls/accept';
import { Button } from '../controls/Button';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { openPanel } from '../panels/open';
import { saySilence } from '../words/sounds';

/** Another song in the place of this one; where this one was fitted the new one is fitted too. */
function Replace({ part }: { readonly part: Part }) {
  const busy = useLibrary((state) => state.taking !== null);
  const replace = async ([file]: readonly File[]) => {
    const laid = file ? await replacePiece(part.id, file) : null;
    if (laid !== null && part.fit) openPanel({ name: 'fit' });
  };
  return (
    <FileButton
      label={t('details.replaceTheSong')}
      icon={Music}
      kind="soft"
      accept={MUSIC}
      disabled={busy}
      onFiles={(files) => void replace(files)}
    />
  );
}

/** What can be done to a part in one tap. */
export function PartActions({ part }: { readonly part: Part }) {
  const { edit } = useOpenShow.getState();
  const { data: facts } = useFacts(part.media);
  const clip = part.clip;
  const sounding = facts?.sounding ?? null;
  const silence = facts ? saySilence(facts) : null;
  const source = useShown((show) => soundSeconds(show, part));
  const touched =
    part.spans.length > 1 ||
    part.spans[0]!.from > 0 ||
    part.spans[0]!.to < source ||
    part.gain !== 0 ||
    part.pins.length > 0 ||
    part.cross !== undefined ||
    part.fadeUp.seconds > 0 ||
    part.fadeOut.seconds > 0;
  const trimmable = sounding !== null && (part.spans[0]!.from < sounding.from - 0.01 || part.spans.at(-1)!.to > sounding.to + 0.01);
  return (
    <View className="gap-2">
      {silence ? <Say look="small">{silence}</Say> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={t('details.trimSilence')}
          icon={Scissors}
          disabled={!trimmable}
          onPress={() => (sounding ? edit(trimSilence, { id: part.id, from: sounding.from, to: sounding.to }) : undefined)}
        />
        {part.kind === 'bed' ? <Replace part={part} /> : null}
        <Button
          label={t('details.backToTheOriginal')}
          icon={RotateCcw}
          disabled={!touched}
          onPress={() => edit(restorePart, { id: part.id })}
        />
        {clip ? <Button label={t('details.putTheClipsSoundBack')} icon={Undo} onPress={() => edit(putBackOwn, { id: clip })} /> : null}
        {part.pins.length > 0 ? (
          <Button label={t('common.levelAsBefore')} icon={Minus} onPress={() => edit(clearPins, { ids: [part.id] })} />
        ) : null}
        {part.kind === 'bed' ? (
          <Button label={t('details.lanesOfTheBed')} icon={Columns} onPress={() => openPanel({ name: 'lanes', kind: 'bed' })} />
        ) : null}
        <ToLane part={part} />
        <SavePart part={part} />
        <Button
          label={t('common.removeAndCloseUp')}
          icon={ChevronsUp}
          onPress={() => edit(removeParts, { ids: [part.id], closeUp: true })}
        />
        <Button
          label={t('common.remove')}
          icon={Trash}
          kind="danger"
          onPress={() => edit(removeParts, { ids: [part.id], closeUp: false })}
        />
      </View>
    </View>
  );
}

/** A part as it is, as a piece of its own: here, or as a file. */
function SavePart({ part }: { readonly part: Part }) {
  const busy = useSavingPiece((state) => state.part !== null);
  const writing = useExporting(({ exporting }) => exporting.status === 'writing');
  const save = (kind: 'int24' | 'flac') => {
    const show = currentShow();
    if (show) void exportPart(show, part, kind);
  };
  return (
    <>
      <Button
        label={t('details.saveAsPiece')}
        hint={t('details.saveAsPieceHint')}
        icon={Library}
        disabled={busy}
        onPress={() => void saveAsPiece(part)}
      />
      <Button label={t('details.saveAsWav')} icon={FileDown} kind="quiet" disabled={writing} onPress={() => save('int24')} />
      <Button label={t('details.saveAsFlac')} icon={FileDown} kind="quiet" disabled={writing} onPress={() => save('flac')} />
    </>
  );
}

/** The other lanes of the bed that a piece may go to. Narrations have theirs beside their dips. */
function ToLane({ part }: { readonly part: Part }) {
  const lanes = useShown((show) => lanesOf(show, 'bed'));
  if (part.kind !== 'bed') return null;
  const { edit } = useOpenShow.getState();
  return lanes
    .filter((lane) => lane.id !== part.lane)
    .map((lane) => (
      <Button
        key={lane.id}
        label={t('common.giveTo', { title: sayLane(lane) })}
        kind="quiet"
        onPress={() => edit(toLane, { ids: [part.id], lane: lane.id })}
      />
    ));
}
