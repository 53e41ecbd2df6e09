import { t, type PlainKey } from '../../words';
import FileText from 'lucide-react-native/icons/file-text';
import Film from 'lucide-react-native/icons/film';
import Music from 'lucide-react-native/icons/music';
import Package from 'lucide-react-native/icons/package';
import Quote from 'lucide-react-native/icons/quote';
import { View } from 'react-native';

import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { useSaved } from '../../session/open/store';
import { openPanel, type OpenedPanel } from '../panels/open';
import { CheckList } from './CheckList';

const WAYS: readonly { readonly label: PlainKey; readonly hint: PlainKey; readonly icon: typeof Film; readonly panel: OpenedPanel }[] = [
  { label: 'finish.film', hint: 'finish.saveAsAFilm', icon: Film, panel: { name: 'film' } },
  { label: 'common.sound', hint: 'finish.saveTheSoundAlone', icon: Music, panel: { name: 'sound' } },
  { label: 'finish.theWork', hint: 'finish.saveTheWorkAsA', icon: Package, panel: { name: 'work' } },
  { label: 'finish.papers', hint: 'finish.saveATimelineCaptionsCue', icon: FileText, panel: { name: 'papers' } },
];

/** Looking the show over once more, and taking it home. */
export function FinishPanel() {
  const empty = useSaved((show) => show.pictures.length === 0 && show.parts.length === 0);
  if (empty) return <Say>{t('finish.nothingYet')}</Say>;
  return (
    <View className="gap-4">
      <CheckList />
      <View className="flex-row gap-2">
        <Button label={t('common.credits')} kind="quiet" icon={Quote} onPress={() => openPanel({ name: 'credits' })} className="flex-1" />
      </View>
      <View className="gap-2">
        <Say look="lead">{t('finish.takeItHome')}</Say>
        {[WAYS.slice(0, 2), WAYS.slice(2)].map((row) => (
          <View key={row[0]!.label} className="flex-row gap-2">
            {row.map(({ label, hint, icon, panel }) => (
              <Button
                key={label}
                label={t(label)}
                hint={t(hint)}
                icon={icon}
                kind={label === 'finish.film' ? 'strong' : 'soft'}
                onPress={() => openPanel(panel)}
                className="flex-1"
              />
            ))}
          </View>
        ))}
      </View>
    </View>
  );
}
