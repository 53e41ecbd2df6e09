import FileText from 'lucide-react-native/icons/file-text';
import Film from 'lucide-react-native/icons/film';
import Music from 'lucide-react-native/icons/music';
import Package from 'lucide-react-native/icons/package';
import Quote from 'lucide-react-native/icons/quote';
import Volume from 'lucide-react-native/icons/volume-2';
import { View } from 'react-native';
import type { Show } from '../../core/show';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { openPanel, type OpenedPanel } from '../panels/open';
import { CheckList } from './CheckList';

const WAYS: readonly { readonly label: string; readonly hint: string; readonly icon: typeof Film; readonly panel: OpenedPanel }[] = [
  { label: 'Film', hint: 'Save as a film', icon: Film, panel: { name: 'film' } },
  { label: 'Sound', hint: 'Save the sound alone', icon: Music, panel: { name: 'sound' } },
  { label: 'The work', hint: 'Save the work as a file', icon: Package, panel: { name: 'work' } },
  { label: 'Papers', hint: 'Save a timeline, captions, cue sheet or credits', icon: FileText, panel: { name: 'papers' } },
];

/** Looking the show over once more, and taking it home. */
export function FinishPanel({ show }: { readonly show: Show }) {
  return (
    <View className="gap-4">
      <CheckList show={show} />
      <View className="flex-row gap-2">
        <Button label="Loudness" kind="quiet" icon={Volume} onPress={() => openPanel({ name: 'loudness' })} className="flex-1" />
        <Button label="Credits" kind="quiet" icon={Quote} onPress={() => openPanel({ name: 'credits' })} className="flex-1" />
      </View>
      <View className="gap-2">
        <Say look="lead">Take it home</Say>
        {[WAYS.slice(0, 2), WAYS.slice(2)].map((row) => (
          <View key={row[0]!.label} className="flex-row gap-2">
            {row.map(({ label, hint, icon, panel }) => (
              <Button
                key={label}
                label={label}
                hint={hint}
                icon={icon}
                kind={label === 'Film' ? 'strong' : 'soft'}
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
