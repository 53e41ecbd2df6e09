import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Timer from 'lucide-react-native/icons/timer';
import Trash from 'lucide-react-native/icons/trash';
import { View } from 'react-native';
import { LIMITS, type Picture, type Show } from '../../core/show';
import { movePicture, removePictures, setHold } from '../../core/show/edits';
import { parseTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';

/** A picture's time on screen, its place in the order, and out. */
export function PictureFields({ show, picture }: { readonly show: Show; readonly picture: Picture }) {
  const { edit } = useOpenShow.getState();
  const index = show.pictures.indexOf(picture);
  const same = show.pictures.every((one) => one.hold === picture.hold);
  return (
    <View className="gap-2">
      <NumberField
        label="Time on screen"
        value={picture.hold}
        least={LIMITS.hold.least}
        most={LIMITS.hold.most}
        step={0.1}
        parse={parseTime}
        say={(value) => `${Number(value.toFixed(3)).toString().includes('.') ? Number(value.toFixed(3)) : value.toFixed(1)} s`}
        onChange={(seconds) => edit(setHold, { ids: [picture.id], seconds })}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label="Earlier"
          icon={ArrowUp}
          kind="moss"
          disabled={index === 0}
          onPress={() => edit(movePicture, { id: picture.id, index: index - 1 })}
        />
        <Button
          label="Later"
          icon={ArrowDown}
          kind="moss"
          disabled={index === show.pictures.length - 1}
          onPress={() => edit(movePicture, { id: picture.id, index: index + 1 })}
        />
        <Button
          label="This time for all"
          icon={Timer}
          kind="moss"
          disabled={same}
          onPress={() => edit(setHold, { ids: 'all', seconds: picture.hold })}
        />
        <Button label="Remove" icon={Trash} kind="danger" onPress={() => edit(removePictures, { ids: [picture.id] })} />
      </View>
    </View>
  );
}
