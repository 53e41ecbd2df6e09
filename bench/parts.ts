import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { editing } from './bed';
import { listening, metering, scrolling, siteFigures, visit } from './browser';
import { besideFfmpegFigures, loudnessFigures, memoryFigures, mixFigures } from './core';
import type { Figure, Part } from './figure';
import { filming, longSound, openingFile } from './finish';
import { besideOthersFigures, hearingFigures, weavingFigures } from './fit';
import { historyFigures } from './history';
import { aligning, importing, keepingStep, scrubbing } from './pictures';
import { repertoireFigures, shelfFigures } from './shelf';
import { treatFigures } from './treat';
import { narrating, voiceFigures } from './voice';

/** Share of test lines among all lines of code that git tracks. */
function testShare(): Figure[] {
  const files = spawnSync('git', ['ls-files'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((name) => /\.(ts|tsx|js|mjs|cjs)$/.test(name));
  const lines = (name: string) =>
    readFileSync(name, 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length;
  const isTest = (name: string) => /\.(test|spec)\.tsx?$/.test(name) || /^(e2e|tests)\//.test(name);
  const all = files.reduce((sum, name) => sum + lines(name), 0);
  const tests = files.filter(isTest).reduce((sum, name) => sum + lines(name), 0);
  return [{ name: 'Tests among all lines of code', value: (tests / all) * 100, unit: '%', wanted: { least: 25, most: 33 } }];
}

/** All that is measured, in the order in which it is. */
export const PARTS: readonly Part[] = [
  { name: 'mix', limit: 60, paced: true, measure: mixFigures },
  { name: 'loudness', limit: 30, paced: true, measure: loudnessFigures },
  { name: 'memory', limit: 60, measure: memoryFigures },
  { name: 'beside-ffmpeg', limit: 60, measure: besideFfmpegFigures },
  { name: 'history', limit: 60, paced: true, measure: historyFigures },
  { name: 'hearing', limit: 180, measure: hearingFigures },
  { name: 'weaving', limit: 120, paced: true, measure: weavingFigures },
  { name: 'beside-others', limit: 90, measure: besideOthersFigures },
  { name: 'speech', limit: 60, paced: true, measure: voiceFigures },
  { name: 'treatments', limit: 180, paced: true, measure: treatFigures },
  { name: 'shelf', limit: 120, measure: shelfFigures },
  { name: 'own-music', limit: 180, paced: true, measure: repertoireFigures },
  { name: 'site', limit: 30, measure: siteFigures },
  { name: 'listening', limit: 90, measure: visit(listening) },
  { name: 'scrolling', limit: 90, measure: visit(scrolling) },
  { name: 'metering', limit: 120, measure: visit(metering) },
  { name: 'importing', limit: 120, measure: visit(importing) },
  { name: 'scrubbing', limit: 90, measure: visit(scrubbing) },
  { name: 'in-step', limit: 60, measure: visit(keepingStep) },
  { name: 'lining-up', limit: 120, measure: visit(aligning) },
  { name: 'editing', limit: 120, measure: visit(editing) },
  { name: 'narrating', limit: 180, measure: visit(narrating) },
  { name: 'filming', limit: 300, measure: visit(filming) },
  { name: 'long-sound', limit: 240, measure: visit(longSound) },
  { name: 'opening', limit: 120, measure: visit(openingFile) },
  { name: 'tests', limit: 30, measure: testShare },
];
