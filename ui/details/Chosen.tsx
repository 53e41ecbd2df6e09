import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { partSeconds, type Clip, type Part, type Picture, type Show } from '../../core/show';
import { sayLevel, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { sayMedia } from '../words/sounds';
import { PartActions } from './PartActions';
import { EndsFields, FadeFields, LoudnessFields } from './PartFields';
import { OwnFields } from '../pictures/OwnFields';
import { ToolFields, titleOf, toolsFor } from '../pictures/PictureDrawer';
import { DrawerTitle } from '../controls/DrawerTitle';

export interface ChosenThings {
  readonly part: Part | null;
  /** In the order of the show; empty where none is chosen. */
  readonly pictures: readonly Picture[];
  /** The clip whose own sound is chosen. */
  readonly own: Clip | null;
}

/** What is chosen on the sheet, looked up in the show as it is drawn. */
export function useChosen(show: Show): ChosenThings {
  const chosen = useOpenShow((store) => store.chosen);
  const part = chosen?.kind === 'part' ? (show.parts.find((one) => one.id === chosen.id) ?? null) : null;
  const pictures = chosen?.kind === 'pictures' ? show.pictures.filter((one) => chosen.ids.includes(one.id)) : [];
  const clip = chosen?.kind === 'own' ? show.pictures.find((one) => one.id === chosen.id) : undefined;
  return { part, pictures, own: clip?.kind === 'clip' ? clip : null };
}

const TOOLS = ['Ends', 'Fades', 'Loudness', 'More'] as const;
type Tool = (typeof TOOLS)[number];

/** The phone's drawer for a chosen part: one row of tools, one of them open. */
export function PartDrawer({ show, part, onFit }: { readonly show: Show; readonly part: Part; readonly onFit: () => void }) {
  const [tool, setTool] = useState<Tool | null>(null);
  const bed = show.lanes.find((lane) => lane.id === part.lane)?.kind === 'bed';
  return (
    <View className="gap-2">
      <DrawerTitle
        title={show.media[part.media]!.title}
        said={`plays ${sayTime(partSeconds(part))} · ${sayLevel(part.gain)}`}
        onClose={() => useOpenShow.getState().choose(null)}
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
        {bed ? <Button label="Fit length" kind="strong" onPress={onFit} tight className="grow" /> : null}
      </View>
    </View>
  );
}

/** The wide view's details: everything that can be set, as fields. */
export function ChosenDetails({ show, chosen: { part, pictures, own } }: { readonly show: Show; readonly chosen: ChosenThings }) {
  if (pictures.length > 0) {
    const { title, said } = titleOf(show, pictures);
    return (
      <View className="gap-3">
        <Heading title={title} said={said} />
        {toolsFor(show, pictures).map((tool) => (
          <ToolFields key={tool} show={show} pictures={pictures} tool={tool} />
        ))}
      </View>
    );
  }
  if (own) {
    return (
      <View className="gap-3">
        <Heading title={show.media[own.media]!.title} said="sound of the clip" />
        <OwnFields show={show} clip={own} />
      </View>
    );
  }
  if (part) {
    return (
      <View className="gap-3">
        <Heading title={show.media[part.media]!.title} said={`${kindOf(show, part)} · ${sayMedia(show.media[part.media]!)}`} />
        <EndsFields show={show} part={part} />
        <FadeFields part={part} />
        <LoudnessFields part={part} />
        <PartActions show={show} part={part} />
      </View>
    );
  }
  return null;
}

const kindOf = (show: Show, part: Part) => (show.lanes.find((lane) => lane.id === part.lane)?.kind === 'own' ? 'sound of a clip' : 'music');

function Heading({ title, said }: { readonly title: string; readonly said: string }) {
  return (
    <View className="gap-0.5">
      <Say look="lead">{title}</Say>
      <Say look="small">{said}</Say>
    </View>
  );
}
