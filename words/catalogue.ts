import balanceDe from './de/balance.json';
import bedDe from './de/bed.json';
import checkDe from './de/check.json';
import commonDe from './de/common.json';
import controlsDe from './de/controls.json';
import detailsDe from './de/details.json';
import editDe from './de/edit.json';
import facesDe from './de/faces.json';
import failureDe from './de/failure.json';
import finishDe from './de/finish.json';
import fitDe from './de/fit.json';
import glossaryDe from './de/glossary.json';
import lanesDe from './de/lanes.json';
import papersDe from './de/papers.json';
import picturesDe from './de/pictures.json';
import readingsDe from './de/readings.json';
import serverDe from './de/server.json';
import sessionDe from './de/session.json';
import settingsDe from './de/settings.json';
import sheetDe from './de/sheet.json';
import showDe from './de/show.json';
import showsDe from './de/shows.json';
import stageDe from './de/stage.json';
import toolDe from './de/tool.json';
import treatDe from './de/treat.json';
import voiceDe from './de/voice.json';
import { balance } from './en/balance';
import { bed } from './en/bed';
import { check } from './en/check';
import { common } from './en/common';
import { controls } from './en/controls';
import { details } from './en/details';
import { edit } from './en/edit';
import { faces } from './en/faces';
import { failure } from './en/failure';
import { finish } from './en/finish';
import { fit } from './en/fit';
import { glossary } from './en/glossary';
import { lanes } from './en/lanes';
import { papers } from './en/papers';
import { pictures } from './en/pictures';
import { readings } from './en/readings';
import { server } from './en/server';
import { session } from './en/session';
import { settings } from './en/settings';
import { sheet } from './en/sheet';
import { show } from './en/show';
import { shows } from './en/shows';
import { stage } from './en/stage';
import { tool } from './en/tool';
import { treat } from './en/treat';
import { voice } from './en/voice';

/** English: the keys, and the gaps of each sentence, are taken from here. */
export const EN = {
  ...balance,
  ...bed,
  ...check,
  ...common,
  ...controls,
  ...details,
  ...edit,
  ...faces,
  ...failure,
  ...finish,
  ...fit,
  ...glossary,
  ...lanes,
  ...papers,
  ...pictures,
  ...readings,
  ...server,
  ...session,
  ...settings,
  ...sheet,
  ...show,
  ...shows,
  ...stage,
  ...tool,
  ...treat,
  ...voice,
};

/** German, as whole as English: the compiler says what is missing. */
export const DE: Readonly<Record<keyof typeof EN, string>> = {
  ...balanceDe,
  ...bedDe,
  ...checkDe,
  ...commonDe,
  ...controlsDe,
  ...detailsDe,
  ...editDe,
  ...facesDe,
  ...failureDe,
  ...finishDe,
  ...fitDe,
  ...glossaryDe,
  ...lanesDe,
  ...papersDe,
  ...picturesDe,
  ...readingsDe,
  ...serverDe,
  ...sessionDe,
  ...settingsDe,
  ...sheetDe,
  ...showDe,
  ...showsDe,
  ...stageDe,
  ...toolDe,
  ...treatDe,
  ...voiceDe,
};

type Raw = keyof typeof EN;
/** What a sentence is found under: of one with a plural, its key without `_one` and `_other`. */
export type Key = Base<Raw>;
type Base<K extends string> = K extends `${infer Of}_one` | `${infer Of}_other` ? Of : K;

type Text<K extends string> = K extends Raw ? (typeof EN)[K] : `${K}_other` extends Raw ? (typeof EN)[`${K}_other`] : never;
type Names<S extends string> = S extends `${string}{{${infer Name}}}${infer Rest}` ? Name | Names<Rest> : never;

/** What fills the gaps of a sentence: nothing, or a value for each. */
export type Gaps<K extends Key> = [Names<Text<K>>] extends [never]
  ? []
  : [gaps: { readonly [N in Names<Text<K>>]: N extends 'count' ? number : string | number }];

/** A sentence without gaps: what a table may name. */
export type PlainKey = { [K in Key]: [Names<Text<K>>] extends [never] ? K : never }[Key];
