import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { partSeconds, type Part, type Picture, type Show } from '../../core/show';
import { sayLevel, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { Button, IconButton } from '../controls/Button';
import { Say } from '../controls/Say';
import { sayMedia } from '../words/sounds';
import { PartActions } from './PartActions';
import { EndsFields, FadeFields, LoudnessFields } from './PartFields';
import { PictureFields } from './PictureFields';

/** What is chosen on the sheet, looked up in the show as it is drawn. */
export function useChosen(show: Show): { part: Part | null; picture: Picture | null } {
  const chosen = useOpenShow((store) => store.chosen);
  const part = chosen?.kind === 'part' ? (show.parts.find((one) => one.id === chosen.id) ?? null) : null;
  const picture = chosen?.kind === 'picture' ? (show.pictures.find((one) => one.id === chosen.id) ?? null) : null;
  return { part, picture };
}

const TOOLS = ['Ends', 'Fades', 'Loudness', 'More'] as const;
type Tool = (typeof TOOLS)[number];

/** The phone's drawer for a chosen part: one row of tools, one of them open. */
export function PartDrawer({ show, part, onFit }: { readonly show: Show; readonly part: Part; readonly onFit: () => void }) {
  const [tool, setTool] = useState<Tool | null>(null);
  const { choose } = useOpenShow.getState();
  return (
    <View className="gap-2">
      <DrawerTitle
        title={show.media[part.media]!.title}
        said={`plays ${sayTime(partSeconds(part))} · ${sayLevel(part.gain)}`}
        onClose={() => choose(null)}
      />
      {tool ? (
        <ScrollView className="max-h-56" showsVerticalScrollIndicator={false}>
          {tool === 'Ends' ? <EndsFields show={show} part={part} /> : null}
          {tool === 'Fades' ? <FadeFields part={part} /> : null}
          {tool === 'Loudness' ? <LoudnessFields part={part} /> : null}
          {tool === 'More' ? <PartActions show={show} part={part} /> : null}
        </ScrollView>
      ) : null}
      <View className="flex-row gap-1.5">
        {TOOLS.map((one) => (
          <Button key={one} label={one} chosen={tool === one} onPress={() => setTool(tool === one ? null : one)} tight className="grow" />
        ))}
        <Button label="Fit length" kind="strong" onPress={onFit} tight className="grow" />
      </View>
    </View>
  );
}

export function PictureDrawer({ show, picture }: { readonly show: Show; readonly picture: Picture }) {
  const { choose } = useOpenShow.getState();
  return (
    <View className="gap-1">
      <DrawerTitle
        title={show.media[picture.media]!.title}
        said={`picture ${show.pictures.indexOf(picture) + 1} of ${show.pictures.length}`}
        onClose={() => choose(null)}
      />
      <PictureFields show={show} picture={picture} />
    </View>
  );
}

function DrawerTitle({ title, said, onClose }: { readonly title: string; readonly said: string; readonly onClose: () => void }) {
  return (
    <View className="flex-row items-center gap-2">
      <Say look="strong" numberOfLines={1} className="shrink">
        {title}
      </Say>
      <Say look="small" numberOfLines={1} className="flex-1">
        {said}
      </Say>
      <IconButton label="Close the drawer" icon={X} onPress={onClose} />
    </View>
  );
}

/** The wide view's details: everything that can be set, as fields. */
export function ChosenDetails({
  show,
  part,
  picture,
}: {
  readonly show: Show;
  readonly part: Part | null;
  readonly picture: Picture | null;
}) {
  if (picture) {
    return (
      <View className="gap-2">
        <Say look="lead">{show.media[picture.media]!.title}</Say>
        <Say look="small">
          picture {show.pictures.indexOf(picture) + 1} of {show.pictures.length}
        </Say>
        <PictureFields show={show} picture={picture} />
      </View>
    );
  }
  if (part) {
    return (
      <View className="gap-3">
        <View className="gap-0.5">
          <Say look="lead">{show.media[part.media]!.title}</Say>
          <Say look="small">music · {sayMedia(show.media[part.media]!)}</Say>
        </View>
        <EndsFields show={show} part={part} />
        <FadeFields part={part} />
        <LoudnessFields part={part} />
        <PartActions show={show} part={part} />
      </View>
    );
  }
  return null;
}
