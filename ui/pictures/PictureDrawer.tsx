import { t } from '../../words';

import { View } from 'react-native';
import { hasOwnSound, type Clip, type Picture, type Show } from '../../core/show';
import { removePictures } from '../../core/show/edits';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { DrawerTitle } from '../controls/DrawerTitle';
import { useOpenTool } from '../panels/openTool';
import { openPanel } from '../panels/open';
import { CardFields, FrameFields } from './LookFields';
import { OwnFields } from './OwnFields';
import { PictureActions } from './PictureActions';
import { TimeFields } from './TimeFields';

interface Props {
  readonly pictures: readonly Picture[];
}

const TOOLS = ['time', 'words', 'frame', 'sound', 'more'] as const;
type Tool = (typeof TOOLS)[number];

/** Which tools there are for what is chosen. */
export function toolsFor(show: Show, pictures: readonly Picture[]): Tool[] {
  const lone = pictures.length === 1 ? pictures[0]! : null;
  return TOOLS.filter((tool) => {
    if (tool === 'words') return lone?.kind === 'card';
    if (tool === 'frame') return pictures.some((one) => one.kind !== 'card');
    if (tool === 'sound') return lone !== null && hasOwnSound(show, lone);
    return true;
  });
}

export function titleOf(show: Show, pictures: readonly Picture[]): { title: string; said: string } {
  const first = pictures[0]!;
  if (pictures.length > 1) return { title: t('pictures.pictures', { count: pictures.length }), said: t('pictures.areChosen') };
  const place = { number: show.pictures.indexOf(first) + 1, all: show.pictures.length };
  switch (first.kind) {
    case 'card':
      return {
        title: (first.credits ? t('common.credits') : first.words) || t('pictures.aPlainCard'),
        said: t('pictures.cardOf', place),
      };
    case 'clip':
      return { title: show.media[first.media]!.title, said: t('pictures.clipOf', place) };
    case 'photo':
      return { title: show.media[first.media]!.title, said: t('pictures.photoOf', place) };
  }
}

/** The fields of one tool. */
export function ToolFields({ pictures, tool }: Props & { readonly tool: Tool }) {
  const first = pictures[0]!;
  switch (tool) {
    case 'time':
      return <TimeFields pictures={pictures} />;
    case 'words':
      return first.kind === 'card' ? <CardFields key={first.id} card={first} /> : null;
    case 'frame':
      return <FrameFields pictures={pictures} />;
    case 'sound':
      return first.kind === 'clip' ? <OwnFields clip={first} /> : null;
    case 'more':
      return (
        <View className="gap-2">
          <PictureActions pictures={pictures} />
          <Several pictures={pictures} />
        </View>
      );
  }
}

/** Choosing more than one: by taps for as long as this is on, or all at once; and new times for all that are not chosen. */
function Several({ pictures }: Props) {
  const all = useShown((show) => show.pictures);
  const several = useOpenShow((store) => store.several);
  const { choose, chooseSeveral } = useOpenShow.getState();
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button
        label={several ? t('pictures.tapsChooseSeveral') : t('common.chooseSeveral')}
        kind="quiet"
        chosen={several}
        onPress={() => chooseSeveral(!several)}
      />
      <Button
        label={t('common.chooseAll')}
        kind="quiet"
        disabled={pictures.length === all.length}
        onPress={() => choose({ kind: 'pictures', ids: all.map((one) => one.id) })}
      />
      <Button
        label={t('pictures.spreadTheOthers')}
        kind="quiet"
        disabled={pictures.length === all.length}
        onPress={() => openPanel({ name: 'times' })}
      />
    </View>
  );
}

const letGo = () => useOpenShow.getState().choose(null);

/** The phone's drawer for chosen pictures: one row of tools, one of them open. */
export function PictureDrawer({ pictures }: Props) {
  const show = useShown(whole);
  const [wanted, setTool] = useOpenTool(pictures.map((one) => one.id).join());
  const tools = toolsFor(show, pictures);
  const tool = tools.find((one) => one === wanted) ?? 'time';
  return (
    <View className="gap-2">
      <DrawerTitle
        {...titleOf(show, pictures)}
        onClose={letGo}
        onRemove={() => useOpenShow.getState().edit(removePictures, { ids: pictures.map((one) => one.id) })}
      />
      <View className="flex-row gap-1.5">
        {tools.map((one) => (
          <Button key={one} label={t(`tool.${one}`)} chosen={tool === one} onPress={() => setTool(one)} tight className="grow" />
        ))}
      </View>
      <ToolFields pictures={pictures} tool={tool} />
    </View>
  );
}

/** The phone's drawer for the sound of a clip that was chosen on its lane. */
export function OwnDrawer({ clip }: { readonly clip: Clip }) {
  const title = useShown((show) => show.media[clip.media]!.title);
  return (
    <View className="gap-2">
      <DrawerTitle title={title} said={t('common.soundOfTheClip')} onClose={letGo} />
      <OwnFields clip={clip} />
    </View>
  );
}
