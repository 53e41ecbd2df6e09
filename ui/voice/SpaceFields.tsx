import { t } from '../../words';
import { useState } from 'react';
import { View } from 'react-native';
import type { Part } from '../../core/show';
import { spaceParts } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { spanEntry } from '../controls/timeEntry';

/** The gaps between narrations: all closed, or all as long. */
export function SpaceFields({ parts }: { readonly parts: readonly Part[] }) {
  const [gap, setGap] = useState(0.5);
  const { edit } = useOpenShow.getState();
  const ids = parts.map((part) => part.id);
  return (
    <View className="gap-1">
      <NumberField {...spanEntry} label={t('voice.gapBetweenThem')} value={gap} most={60} onChange={setGap} />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('voice.setTheGaps')} onPress={() => edit(spaceParts, { ids, gap })} />
        <Button label={t('voice.closeTheGaps')} kind="quiet" onPress={() => edit(spaceParts, { ids, gap: 0 })} />
      </View>
    </View>
  );
}
