import { t } from '../../words';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import Trash from 'lucide-react-native/icons/trash';
import { useState } from 'react';
import { View } from 'react-native';
import type { Part } from '../../core/show';
import { moveParts, setPartGain } from '../../core/show/edits';
import { canBeLayers, layersOfParts, useLayering } from '../../session/bed/layering';
import { removeChosen, splitHere } from '../../session/bed/hands';
import { useOpenShow, useShown } from '../../session/open/store';
import { isNarration } from '../../session/voice/narrations';
import { DipFields } from '../voice/DipFields';
import { SpaceFields } from '../voice/SpaceFields';
import { AsLoudAsPossible } from '../balance/EvenPanel';
import { openPanel } from '../panels/open';
import { Button } from '../controls/Button';
import { LevelField } from '../controls/LevelField';
import { Progress } from '../controls/Progress';
import { NumberField } from '../controls/NumberField';
import { shiftEntry } from '../controls/timeEntry';
import { sayChange } from '../words/levels';
import { RangeFields } from './RangeFields';
import { RepeatFields } from './RepeatFields';

/** Several pieces become the layers of one. */
function AsLayers({ parts }: { readonly parts: readonly Part[] }) {
  const share = useLayering((state) => state.share);
  const fits = useShown((show) => parts.every(({ kind }) => kind === 'bed') && canBeLayers(parts.map(({ media }) => show.media[media]!)));
  if (!fits) return null;
  return (
    <View className="gap-1">
      <Button label={t('bed.asLayers')} hint={t('bed.asLayersHint')} disabled={share !== null} onPress={() => void layersOfParts(parts)} />
      {share === null ? null : <Progress label={t('bed.addingUp')} share={share} />}
    </View>
  );
}

/** What can be done to several parts together. */
export function SeveralFields({ parts }: { readonly parts: readonly Part[] }) {
  const { edit, tryOut } = useOpenShow.getState();
  const [by, setBy] = useState(1);
  const ids = parts.map((part) => part.id);
  const gain = parts[0]!.gain;
  const spoken = parts.every((part) => isNarration(part));
  return (
    <View className="gap-3">
      <View className="gap-1">
        <NumberField {...shiftEntry} label={t('bed.moveBy')} value={by} least={-3600} most={3600} onChange={setBy} />
        <View className="flex-row flex-wrap gap-2">
          <Button label={t('bed.moveThem')} disabled={by === 0} onPress={() => edit(moveParts, { ids, by })} className="grow" />
          <Button label={t('bed.splitHere')} hint={t('bed.splitAtTheNowLine')} onPress={splitHere} />
        </View>
      </View>
      <LevelField
        label={t('bed.loudnessOfAll')}
        gain={gain}
        note={sayChange(gain)}
        onTry={(next) => tryOut(setPartGain, { ids, gain: next })}
        onSet={(next) => edit(setPartGain, { ids, gain: next })}
        onCancel={() => useOpenShow.getState().endPreview()}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('balance.evenOut')} hint={t('even.thoseChosen')} onPress={() => openPanel({ name: 'even' })} className="grow" />
        <AsLoudAsPossible parts={parts} />
      </View>
      <AsLayers parts={parts} />
      {spoken ? (
        <>
          <SpaceFields parts={parts} />
          <DipFields parts={parts} />
        </>
      ) : null}
      <RangeFields parts={parts} />
      <RepeatFields parts={parts} />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('common.removeAndCloseUp')} icon={ChevronsUp} onPress={() => removeChosen(true)} />
        <Button label={t('common.removeThem')} icon={Trash} kind="danger" onPress={() => removeChosen(false)} />
      </View>
    </View>
  );
}
