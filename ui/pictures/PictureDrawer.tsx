import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { hasOwnSound, type Clip, type Picture, type Show } from '../../core/show';
import { removePictures } from '../../core/show/edits';
import { useOpenShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { DrawerTitle } from '../controls/DrawerTitle';
import { openPanel } from '../panels/open';
import { CardFields, FrameFields } from './LookFields';
import { OwnFields } from './OwnFields';
import { PictureActions } from './PictureActions';
import { TimeFields } from './TimeFields';

interface Props {
  readonly show: Show;
  readonly pictures: readonly Picture[];
}

const TOOLS = ['Time', 'Words', 'Frame', 'Sound', 'More'] as const;
type Tool = (typeof TOOLS)[number];

/** Which tools there are for what is chosen. */
export function toolsFor(show: Show, pictures: readonly Picture[]): Tool[] {
  const lone = pictures.length === 1 ? pictures[0]! : null;
  return TOOLS.filter((tool) => {
    if (tool === 'Words') return lone?.kind === 'card';
    if (tool === 'Frame') return pictures.some((one) => one.kind !== 'card');
    if (tool === 'Sound') return lone !== null && hasOwnSound(show, lone);
    return true;
  });
}

export function titleOf(show: Show, pictures: readonly Picture[]): { title: string; said: string } {
  const [first] = pictures;
  if (pictures.length > 1) return { title: `${pictures.length} pictures`, said: 'chosen' };
  const title = first!.kind === 'card' ? (first!.credits ? 'Credits' : first!.words) || 'A plain card' : show.media[first!.media]!.title;
  return {
    title,
    said: `${first!.kind === 'photo' ? 'picture' : first!.kind} ${show.pictures.indexOf(first!) + 1} of ${show.pictures.length}`,
  };
}

/** The fields of one tool. */
export function ToolFields({ show, pictures, tool }: Props & { readonly tool: Tool }) {
  const first = pictures[0]!;
  switch (tool) {
    case 'Time':
      return <TimeFields show={show} pictures={pictures} />;
    case 'Words':
      return first.kind === 'card' ? <CardFields key={first.id} card={first} /> : null;
    case 'Frame':
      return <FrameFields show={show} pictures={pictures} />;
    case 'Sound':
      return first.kind === 'clip' ? <OwnFields show={show} clip={first} /> : null;
    case 'More':
      return (
        <View className="gap-2">
          <PictureActions show={show} pictures={pictures} />
          <Several show={show} pictures={pictures} />
        </View>
      );
  }
}

/** Choosing more than one: by taps for as long as this is on, or all at once; and new times for all that are not chosen. */
function Several({ show, pictures }: Props) {
  const several = useOpenShow((store) => store.several);
  const { choose, chooseSeveral } = useOpenShow.getState();
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button
        label={several ? 'Taps choose several' : 'Choose several'}
        kind="quiet"
        chosen={several}
        onPress={() => chooseSeveral(!several)}
      />
      <Button
        label="Choose all"
        kind="quiet"
        disabled={pictures.length === show.pictures.length}
        onPress={() => choose({ kind: 'pictures', ids: show.pictures.map((one) => one.id) })}
      />
      <Button
        label="Spread the others"
        kind="quiet"
        disabled={pictures.length === show.pictures.length}
        onPress={() => openPanel({ name: 'spread' })}
      />
    </View>
  );
}

const letGo = () => useOpenShow.getState().choose(null);

/** The phone's drawer for chosen pictures: one row of tools, one of them open. */
export function PictureDrawer({ show, pictures }: Props) {
  const [wanted, setTool] = useState<Tool>('Time');
  const tools = toolsFor(show, pictures);
  const tool = tools.includes(wanted) ? wanted : 'Time';
  return (
    <View className="gap-2">
      <DrawerTitle
        {...titleOf(show, pictures)}
        onClose={letGo}
        onRemove={() => useOpenShow.getState().edit(removePictures, { ids: pictures.map((one) => one.id) })}
      />
      <ScrollView className="max-h-56" showsVerticalScrollIndicator={false}>
        <ToolFields show={show} pictures={pictures} tool={tool} />
      </ScrollView>
      <View className="flex-row gap-1.5">
        {tools.map((one) => (
          <Button key={one} label={one} chosen={tool === one} onPress={() => setTool(one)} tight className="grow" />
        ))}
      </View>
    </View>
  );
}

/** The phone's drawer for the sound of a clip that was chosen on its lane. */
export function OwnDrawer({ show, clip }: { readonly show: Show; readonly clip: Clip }) {
  return (
    <View className="gap-2">
      <DrawerTitle title={show.media[clip.media]!.title} said="sound of the clip" onClose={letGo} />
      <ScrollView className="max-h-64" showsVerticalScrollIndicator={false}>
        <OwnFields show={show} clip={clip} />
      </ScrollView>
    </View>
  );
}
