import Music from 'lucide-react-native/icons/music';
import { View } from 'react-native';
import { partsOn, type Show } from '../../core/show';
import type { Face } from '../../session/faces';
import { bringMusic, useLibrary } from '../../session/library';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { PicturesStart } from '../pictures/PicturesStart';
import { MUSIC } from '../controls/accept';

/** The one next step of a face while nothing is chosen. */
export function FaceStart({ show, face }: { readonly show: Show; readonly face: Exclude<Face, 'finish'> }) {
  const busy = useLibrary((state) => state.taking !== null);
  if (face === 'pictures') return <PicturesStart show={show} />;
  const has = partsOn(show, 'bed').length > 0;
  return (
    <View className="gap-2">
      <Say look="small">
        {has
          ? 'Tap the water to trim, fade or set the loudness. The button beside the bars makes the lengths agree.'
          : 'Choose a piece of music. You can listen to it before it is laid.'}
      </Say>
      <FileButton
        label={has ? 'Change the music' : 'Add music'}
        icon={Music}
        accept={MUSIC}
        kind={has ? 'soft' : 'strong'}
        disabled={busy}
        onFiles={(files) => void bringMusic(files)}
      />
    </View>
  );
}
