import ImagePlus from 'lucide-react-native/icons/image-plus';
import Music from 'lucide-react-native/icons/music';
import { View } from 'react-native';
import { partsOn, showSeconds, type Show } from '../../core/show';
import { sayTime } from '../../core/units';
import type { Face } from '../../session/faces';
import { addPhotos, bringMusic, useLibrary } from '../../session/library';
import { FileButton } from '../controls/FileButton';
import { Say } from '../controls/Say';
import { MUSIC, PHOTOS } from './accept';

/** The one next step of a face while nothing is chosen. */
export function FaceStart({ show, face }: { readonly show: Show; readonly face: Exclude<Face, 'finish'> }) {
  const busy = useLibrary((state) => state.taking !== null);
  if (face === 'pictures') {
    const count = show.pictures.length;
    return (
      <View className="gap-2">
        <Say look="small">
          {count === 0
            ? 'Photos give the show its length: five seconds each to start with.'
            : `${count} pictures, ${sayTime(showSeconds(show))} long. Tap a picture for its time; press and hold to move it.`}
        </Say>
        <FileButton
          label="Add photos"
          icon={ImagePlus}
          accept={PHOTOS}
          many
          kind={count === 0 ? 'strong' : 'moss'}
          disabled={busy}
          onFiles={(files) => void addPhotos(files)}
        />
      </View>
    );
  }
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
