import { sayLevel, sayTime, t } from '../../words';
import { useEffect } from 'react';
import { View } from 'react-native';
import { firstFade } from '../../core/fit';
import { layersOf, partSeconds, type Clip, type Part, type Picture, type Show } from '../../core/show';
import { setFade } from '../../core/show/edits';
import { dropRange, markRange } from '../../session/bed/range';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import { Button } from '../controls/Button';
import { Say } from '../controls/Say';
import { sayMedia } from '../words/sounds';
import { CrossFields, crossingInto } from '../bed/CrossFields';
import { CutFields } from '../bed/CutFields';
import { LayerFields } from '../bed/LayerFields';
import { RangeFields } from '../bed/RangeFields';
import { RepeatFields } from '../bed/RepeatFields';
import { SeveralFields } from '../bed/SeveralFields';
import { PartActions } from './PartActions';
import { EndsFields, FadeFields, LoudnessFields } from './PartFields';
import { OwnFields } from '../pictures/OwnFields';
import { isNarration } from '../../session/voice/narrations';
import { DipFields } from '../voice/DipFields';
import { PauseFields } from '../voice/PauseFields';
import { PinFields } from '../voice/PinFields';
import { TakeFields } from '../voice/TakeFields';
import { WordsTool } from '../voice/WordsTool';
import { PlayedFields } from '../treat/PlayedFields';
import { TreatPanel } from '../treat/TreatPanel';
import { StitchFields } from '../fit/StitchFields';
import { ToolFields, titleOf, toolsFor } from '../pictures/PictureDrawer';
import { useOpenTool } from '../panels/openTool';
import { DrawerTitle } from '../controls/DrawerTitle';

export interface ChosenThings {
  /** In the order of the show; empty where none is chosen. */
  readonly parts: readonly Part[];
  /** In the order of the show; empty where none is chosen. */
  readonly pictures: readonly Picture[];
  /** The clip whose own sound is chosen. */
  readonly own: Clip | null;
}

/** What is chosen on the sheet, looked up in the show as it is drawn. */
export function useChosen(show: Show): ChosenThings {
  const chosen = useOpenShow((store) => store.chosen);
  const parts = chosen?.kind === 'parts' ? show.parts.filter((one) => chosen.ids.includes(one.id)).sort((a, b) => a.at - b.at) : [];
  const pictures = chosen?.kind === 'pictures' ? show.pictures.filter((one) => chosen.ids.includes(one.id)) : [];
  const clip = chosen?.kind === 'own' ? show.pictures.find((one) => one.id === chosen.id) : undefined;
  return { parts, pictures, own: clip?.kind === 'clip' ? clip : null };
}

const TOOLS = [
  'dip',
  'takes',
  'words',
  'pauses',
  'stitches',
  'cut',
  'ends',
  'cross',
  'fades',
  'layers',
  'loudness',
  'treat',
  'speed',
  'pins',
  'range',
  'repeat',
  'more',
] as const;
/** Tools that only narrations have. */
const SPOKEN: readonly string[] = ['dip', 'takes', 'words', 'pauses'];
type Tool = (typeof TOOLS)[number];

/** What one of the tools shows of a part. */
function ToolBox({ part, tool, alone }: { readonly part: Part; readonly tool: Tool; readonly alone: boolean }) {
  switch (tool) {
    case 'dip':
      return <DipFields parts={[part]} />;
    case 'takes':
      return <TakeFields part={part} />;
    case 'words':
      return <WordsTool part={part} />;
    case 'pauses':
      return <PauseFields part={part} />;
    case 'pins':
      return <PinFields part={part} shown={alone} />;
    case 'stitches':
      return <StitchFields part={part} />;
    case 'cut':
      return <CutFields part={part} />;
    case 'ends':
      return <EndsFields part={part} />;
    case 'cross':
      return <CrossFields part={part} />;
    case 'fades':
      return <FadeFields part={part} />;
    case 'loudness':
      return <LoudnessFields part={part} />;
    case 'layers':
      return <LayerFields part={part} />;
    case 'treat':
      return <TreatPanel of={{ parts: [part.id] }} />;
    case 'speed':
      return <PlayedFields part={part} />;
    case 'range':
      return <RangeFields parts={[part]} />;
    case 'repeat':
      return <RepeatFields parts={[part]} />;
    case 'more':
      return <PartActions part={part} />;
  }
}

const toolsOf = (show: Show, part: Part) =>
  TOOLS.filter((tool) => {
    if (tool === 'cross') return crossingInto(show, part) !== null;
    if (tool === 'stitches') return part.fit !== undefined;
    if (tool === 'layers') return layersOf(show, part).length > 0;
    return !SPOKEN.includes(tool) || isNarration(part);
  });

/** The four tools that are used most, by what lies on the lane; all others stand in the grid that “More” opens. */
const FIRST: Readonly<Record<Part['kind'], readonly Tool[]>> = {
  bed: ['cut', 'fades', 'loudness'],
  voice: ['dip', 'takes', 'loudness', 'cut'],
  own: ['cut', 'ends', 'fades', 'loudness'],
  spot: ['cut', 'ends', 'fades', 'loudness'],
};

/** The drawer for a chosen part: four tools and all others behind them, one of them open. */
export function PartDrawer({ part }: { readonly part: Part }) {
  const show = useShown(whole);
  const [open, setOpen] = useOpenTool(part.id);
  const tools = toolsOf(show, part);
  const tool = tools.find((one) => one === open) ?? null;
  const choose = (next: Tool) => {
    dropRange();
    setOpen(tool === next ? null : next);
    if (next === 'range' && tool !== 'range') markRange();
  };
  useEffect(() => (tool === 'range' || tool === 'pauses' ? undefined : dropRange()), [tool]);
  // A piece in layers has its layers in the place of its fades, which a fade of the end stands for.
  const most = tools.includes('layers') ? FIRST[part.kind].map((one) => (one === 'fades' ? 'layers' : one)) : FIRST[part.kind];
  const first = most.filter((one) => tools.includes(one));
  const others = tools.filter((one) => one !== 'more' && !first.includes(one));
  return (
    <>
      <DrawerTitle
        title={show.media[part.media]!.title}
        said={`${t('details.plays', { length: sayTime(partSeconds(part)) })} · ${sayLevel(part.gain)}`}
        onClose={() => useOpenShow.getState().choose(null)}
      />
      <View className="flex-row flex-wrap gap-1.5">
        {first.map((one) => (
          <ToolButton key={one} tool={one} open={tool} onChoose={choose} />
        ))}
        {part.kind === 'bed' ? <FadeTheEnd part={part} onFaded={() => (tool === 'fades' ? undefined : choose('fades'))} /> : null}
        <ToolButton tool="more" open={tool && others.includes(tool) ? 'more' : tool} onChoose={choose} />
      </View>
      {tool === 'more' ? (
        <View className="flex-row flex-wrap gap-1.5">
          {others.map((one) => (
            <ToolButton key={one} tool={one} open={tool} onChoose={choose} />
          ))}
          <SeveralButton />
        </View>
      ) : null}
      {tool && others.includes(tool) ? <Say look="label">{t(`tool.${tool}`)}</Say> : null}
      {tool ? <ToolBox part={part} tool={tool} alone /> : null}
    </>
  );
}

/** A fade that is hardly one, seconds. */
const NO_FADE = 0.2;

/** Fades the end of a piece out, in one tap; where it fades already, that is opened. */
function FadeTheEnd({ part, onFaded }: { readonly part: Part; readonly onFaded: () => void }) {
  const { edit } = useOpenShow.getState();
  const fades = part.fadeOut.seconds >= NO_FADE;
  const fade = { ...part.fadeOut, seconds: firstFade(partSeconds(part)) };
  return (
    <Button
      label={t('details.fadeTheEnd')}
      onPress={() => (fades ? onFaded() : edit(setFade, { id: part.id, side: 'fadeOut', fade }))}
      tight
      className="grow"
    />
  );
}

interface ToolProps {
  readonly tool: Tool;
  readonly open: Tool | null;
  readonly onChoose: (tool: Tool) => void;
}

function ToolButton({ tool, open, onChoose }: ToolProps) {
  return <Button label={t(`tool.${tool}`)} chosen={open === tool} onPress={() => onChoose(tool)} tight className="grow" />;
}

/** Lets further taps add parts to those that are chosen. */
function SeveralButton() {
  const several = useOpenShow((store) => store.several);
  return (
    <Button
      label={t('details.several')}
      hint={t('common.chooseSeveral')}
      chosen={several}
      onPress={() => useOpenShow.getState().chooseSeveral(!several)}
      tight
      className="grow"
    />
  );
}

/** The drawer for several parts. */
export function SeveralDrawer({ parts }: { readonly parts: readonly Part[] }) {
  return (
    <View className="gap-2">
      <DrawerTitle
        title={t('details.parts', { count: parts.length })}
        said={t('details.movedAndChangedTogether')}
        onClose={() => useOpenShow.getState().choose(null)}
      />
      <SeveralFields parts={parts} />
    </View>
  );
}

/** The wide view's details: everything that can be set, as fields. */
export function ChosenDetails({ chosen: { parts, pictures, own } }: { readonly chosen: ChosenThings }) {
  const show = useShown(whole);
  if (pictures.length > 0) {
    const { title, said } = titleOf(show, pictures);
    return (
      <View className="gap-3">
        <Heading title={title} said={said} />
        {toolsFor(show, pictures).map((tool) => (
          <ToolFields key={tool} pictures={pictures} tool={tool} />
        ))}
      </View>
    );
  }
  if (own) {
    return (
      <View className="gap-3">
        <Heading title={show.media[own.media]!.title} said={t('common.soundOfTheClip')} />
        <OwnFields clip={own} />
      </View>
    );
  }
  const [part, ...more] = parts;
  if (part && more.length > 0) {
    return (
      <View className="gap-3">
        <Heading title={t('details.parts', { count: parts.length })} said={t('details.movedAndChangedTogether')} />
        <SeveralFields parts={parts} />
      </View>
    );
  }
  if (part) {
    return (
      <View className="gap-4">
        <Heading title={show.media[part.media]!.title} said={`${t(KINDS[part.kind])} · ${sayMedia(show.media[part.media]!)}`} />
        {toolsOf(show, part).map((tool) => (
          <View key={tool} className="gap-1 border-t border-line pt-2" accessibilityLabel={t(`tool.${tool}`)}>
            <Say look="label">{t(`tool.${tool}`)}</Say>
            <ToolBox part={part} tool={tool} alone={false} />
          </View>
        ))}
      </View>
    );
  }
  return null;
}

const KINDS = { bed: 'details.music', spot: 'details.spotSound', own: 'details.soundOfAClip', voice: 'details.narration' } as const;

function Heading({ title, said }: { readonly title: string; readonly said: string }) {
  return (
    <View className="gap-0.5">
      <Say look="lead">{title}</Say>
      <Say look="small">{said}</Say>
    </View>
  );
}
