import type { BedEnd, Finding } from '../../core/check';
import type { Lane } from '../../core/show';
import { decimal, list, sayLane, saySpan, sayTime, signed, t, type Key } from '../../words';
import { sayDifference } from './lengths';

function sayEnd(end: BedEnd): string {
  switch (end.kind) {
    case 'ending':
      return t('check.ending');
    case 'fade':
      return t('check.fade', { heard: saySpan(end.heard) });
    case 'silent-fade':
      return t('check.silentFade', { seconds: saySpan(end.seconds) });
    case 'cut':
      return t('check.cut');
    case 'over':
      return t('check.over', { seconds: saySpan(end.seconds) });
  }
}

/** What a line of the check is about. */
export const sayAbout = (kind: Finding['kind']): string => t(`check.about.${kind}`);

/** The first few titles, each in quotes, with dots where there are more. */
function titles(things: readonly { readonly title: string }[], most: number): string {
  const first = things.slice(0, most).map(({ title }) => t('check.quoted', { name: title }));
  return things.length > most ? `${first.join(', ')} …` : list(first);
}

/** What was found. */
export function sayFinding(finding: Finding): string {
  if (finding.state === 'wait') return '';
  switch (finding.kind) {
    case 'media': {
      const count = finding.says.length;
      return count === 0 ? t('check.allFiles') : t('check.missing', { count, names: titles(finding.says, 3) });
    }
    case 'lengths':
      switch (finding.says.verdict) {
        case 'no-pictures':
          return t('check.noPictures');
        case 'no-bed':
          return t('check.noMusic');
        case 'alone':
          return t('check.alone', { length: sayTime(finding.says.pictures) });
        case 'fits':
          return t('check.together', { pictures: sayTime(finding.says.pictures) });
        case 'over':
          return t('check.bedOver', { by: sayDifference(finding.says) });
        case 'short':
          return t('check.bedShort', { by: sayDifference(finding.says) });
      }
      break;
    case 'end':
      return finding.says ? sayEnd(finding.says.end) : t('check.noEnd');
    case 'cuts': {
      const [first] = finding.says;
      if (!first) return t('check.noCut');
      const count = finding.says.length;
      const at = sayTime(first.at);
      return first.why === 'level'
        ? t('check.cutLevel', { count, at, step: decimal(Math.abs(first.step ?? 0), 0) })
        : t('check.cutBeat', { count, at, off: Math.round(Math.abs(first.off ?? 0) * 1000) });
    }
    case 'gaps': {
      const [first] = finding.says;
      if (!first) return t('check.noGap');
      return t('check.gap', { count: finding.says.length, length: saySpan(first.to - first.from), from: sayTime(first.from) });
    }
    case 'clips':
      return finding.says.length === 0 ? t('check.noClip') : t('check.clips', { count: finding.says.length });
    case 'voice':
      return finding.says ? t('check.voice', { over: decimal(finding.says.over, 1), at: sayTime(finding.says.at) }) : '';
    case 'understood': {
      if (!finding.says) return '';
      const { at, share, wanted } = finding.says;
      return t('check.understood', { at: sayTime(at), share: decimal(share * 100, 0), wanted: decimal(wanted * 100, 0) });
    }
    case 'loudness': {
      const { integrated, aim } = finding.says;
      if (integrated === null) return t('check.nothingToMeasure');
      const lufs = decimal(integrated, 1);
      if (aim === null) return t('check.noAim', { lufs });
      if (finding.state === 'good') return t('check.atTheAim', { lufs });
      const off = decimal(Math.abs(integrated - aim), 1);
      return integrated > aim ? t('check.louder', { lufs, off }) : t('check.quieter', { lufs, off });
    }
    case 'peaks': {
      if (finding.says === null) return t('check.noPeaks');
      const peak = signed(finding.says, 1);
      if (finding.state === 'good') return t('check.peak', { peak });
      return finding.says > 0 ? t('check.peakOver', { peak }) : t('check.peakHigh', { peak });
    }
    case 'narrations':
      return t('check.narrations', { count: finding.says.length, lost: saySpan(Math.max(...finding.says.map((one) => one.lost))) });
    case 'solo':
      return t('check.solo', { names: list(finding.says.map((lane: Lane) => t('check.quoted', { name: sayLane(lane) }))) });
    case 'licences':
      return t('check.licences', { count: finding.says.length, names: titles(finding.says, 3) });
    case 'credits': {
      const count = finding.says.length;
      return count === 0 ? t('check.credited') : t('check.noCredit', { count, names: titles(finding.says, 2) });
    }
  }
  return '';
}

/** What a timeline may bring that is left out, and what is said of it. */
const LEFT_OUT = ['effect', 'kind', 'picture', 'sound', 'track', 'marker'] as const;

/** What a timeline brought that was left out, in words, each kind once. */
export function sayLeftOut(leftOut: readonly { readonly what: string; readonly name: string }[]): string[] {
  return LEFT_OUT.flatMap((what) => {
    const found = leftOut.filter((each) => each.what === what);
    if (found.length === 0) return [];
    const names = [...new Set(found.map((each) => each.name).filter((name) => name !== ''))].slice(0, 4);
    const key: Key = `check.leftOut.${what}`;
    return [t(key, { count: found.length, names: names.length > 0 ? ` (${names.join(', ')})` : '' })];
  });
}
