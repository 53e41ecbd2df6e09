import type { BedEnd, Finding } from '../../core/check';
import { saySpan, sayLevel, sayTime } from '../../core/units';
import { sayDifference } from './lengths';

const lufs = (value: number) => `${value.toFixed(1).replace('-', '−')} LUFS`;
const counted = (count: number, one: string, many: string) => (count === 1 ? `1 ${one}` : `${count} ${many}`);

function sayEnd(end: BedEnd): string {
  switch (end.kind) {
    case 'ending':
      return 'The bed ends with the piece’s own ending.';
    case 'fade':
      return `The bed fades out, and ${saySpan(end.heard)} of the fade is heard.`;
    case 'silent-fade':
      return `The fade of ${saySpan(end.seconds)} lies in silence: it changes nothing. Trim the silence first.`;
    case 'cut':
      return 'The bed stops in the middle of its sound. A fade, or the piece’s own ending, sounds finished.';
    case 'over':
      return `The bed runs ${saySpan(end.seconds)} over the pictures’ end and is cut off there.`;
  }
}

/** What a line of the check is about. */
export const CHECKED: Readonly<Record<Finding['kind'], string>> = {
  media: 'Files',
  lengths: 'Lengths',
  end: 'The end',
  cuts: 'Cuts',
  gaps: 'Silence',
  clips: 'Clips’ sound',
  voice: 'Voice over bed',
  loudness: 'Loudness',
  peaks: 'Peaks',
  narrations: 'Narrations',
  solo: 'Solo',
  credits: 'Credits',
};

/** What was found. */
export function sayFinding(finding: Finding): string {
  if (finding.state === 'wait') return '';
  switch (finding.kind) {
    case 'media':
      return finding.says.length === 0
        ? 'All files of the show are here.'
        : `${counted(finding.says.length, 'file is', 'files are')} not in this browser: ${finding.says
            .slice(0, 3)
            .map((one) => `“${one.title}”`)
            .join(', ')}${finding.says.length > 3 ? ' …' : ''}.`;
    case 'lengths':
      switch (finding.says.verdict) {
        case 'no-pictures':
          return 'There are no pictures: they give the show its length.';
        case 'no-bed':
          return 'There is no music yet.';
        case 'fits':
          return `Pictures and bed end together, at ${sayTime(finding.says.pictures)}.`;
        case 'over':
          return `The bed is ${sayDifference(finding.says)}: it is cut off where the pictures end.`;
        case 'short':
          return `The bed is ${sayDifference(finding.says)}: the last stretch has no music.`;
      }
      break;
    case 'end':
      return finding.says ? sayEnd(finding.says.end) : 'There is no music that could end.';
    case 'cuts': {
      const [first] = finding.says;
      if (!first) return 'No cut stands out.';
      const why =
        first.why === 'level'
          ? `the level jumps by ${Math.abs(first.step ?? 0).toFixed(0)} dB`
          : `the beat is ${Math.round(Math.abs(first.off ?? 0) * 1000)} ms off`;
      return `${counted(finding.says.length, 'cut', 'cuts')} may be noticed: at ${sayTime(first.at)} ${why}.`;
    }
    case 'gaps': {
      const [first] = finding.says;
      if (!first) return 'Nothing is silent for long.';
      return `${counted(finding.says.length, 'stretch is', 'stretches are')} silent: ${saySpan(first.to - first.from)} from ${sayTime(first.from)}${finding.says.length > 1 ? ', and more' : ''}.`;
    }
    case 'clips':
      return finding.says.length === 0
        ? 'No clip sounds by accident.'
        : `${counted(finding.says.length, 'clip sounds', 'clips sound')} as filmed, under music or a voice. Is that wanted?`;
    case 'voice':
      return finding.says
        ? `The voice stands ${finding.says.over.toFixed(1)} dB above all else at its tightest, ${sayTime(finding.says.at)}.`
        : '';
    case 'loudness': {
      const { integrated, aim } = finding.says;
      if (integrated === null) return 'There is nothing to measure: the show is silent.';
      if (aim === null) return `${lufs(integrated)}. No loudness to aim for is chosen.`;
      const off = integrated - aim;
      return finding.state === 'good'
        ? `${lufs(integrated)}: that is the aim.`
        : `${lufs(integrated)}, ${Math.abs(off).toFixed(1)} LU ${off > 0 ? 'louder' : 'quieter'} than the aim.`;
    }
    case 'peaks':
      if (finding.says === null) return 'There are no peaks: the show is silent.';
      return `The highest peak is ${sayLevel(finding.says).replace('dB', 'dBTP')}${
        finding.state === 'good' ? '.' : finding.says > 0 ? ': it distorts there.' : ': some players distort above −1.'
      }`;
    case 'narrations': {
      const { says } = finding;
      const lost = Math.max(...says.map((one) => one.lost));
      return says.length === 1
        ? `A narration goes on for ${saySpan(lost)} when the pictures are over: that is cut off. Move it, or show the pictures longer.`
        : `${says.length} narrations go on when the pictures are over, one for ${saySpan(lost)}: that is cut off. Move them, or show the pictures longer.`;
    }
    case 'solo':
      return `Only ${finding.says.map((lane) => `“${lane.title}”`).join(', ')} sounds: solo is on.`;
    case 'credits':
      return finding.says.length === 0
        ? 'All music is credited.'
        : `${counted(finding.says.length, 'piece has', 'pieces have')} no credit: ${finding.says
            .slice(0, 2)
            .map((one) => `“${one.title}”`)
            .join(', ')}${finding.says.length > 2 ? ' …' : ''}.`;
  }
  return '';
}

/** What a timeline brought that was left out, in words, each kind once. */
export function sayLeftOut(leftOut: readonly { readonly what: string; readonly name: string }[]): string[] {
  const WORDS: Readonly<Record<string, readonly [one: string, many: string]>> = {
    effect: ['effect was left out', 'effects were left out'],
    kind: ['thing is of a kind that Rain Bed does not know', 'things are of kinds that Rain Bed does not know'],
    picture: ['picture’s file is not here: a card stands in its place', 'pictures’ files are not here: cards stand in their places'],
    sound: ['sound’s file is not here and was left out', 'sounds’ files are not here and were left out'],
    track: ['further track was left out', 'further tracks were left out'],
    marker: ['marker was left out', 'markers were left out'],
  };
  return Object.entries(WORDS).flatMap(([what, [one, many]]) => {
    const found = leftOut.filter((each) => each.what === what);
    if (found.length === 0) return [];
    const names = [...new Set(found.map((each) => each.name).filter((name) => name !== ''))].slice(0, 4);
    return [`${counted(found.length, one, many)}${names.length > 0 ? ` (${names.join(', ')})` : ''}.`];
  });
}
