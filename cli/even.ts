import { Mixer, evenedTo, middleLoudness, planAlone, type Measured } from '../core/mix';
import { ownParts, partsOn, type Part } from '../core/show';
import { LoudnessMeter } from '../core/sound';
import { Complaint } from './files';
import { openShow } from './showFile';

const BLOCK = 48_000;
const rounded = (value: number | null) => (value === null ? null : Number(value.toFixed(2)));

/** `bed even SHOW [--of voices|clips] [--to LUFS]`: what brings the narrations, or the clips, of a show to one loudness. */
export async function even(path: string, of: string, to: string | undefined): Promise<string> {
  if (of !== 'voices' && of !== 'clips') throw new Complaint(`--of takes voices or clips, not “${of}”`);
  const wanted = to === undefined ? null : Number(to);
  if (wanted !== null && !(wanted >= -60 && wanted <= 0)) throw new Complaint(`--to takes LUFS from −60 to 0, not “${to}”`);
  const folder = await openShow(path);
  try {
    const { show } = folder;
    await folder.clearVoices();
    const parts: readonly Part[] = of === 'voices' ? partsOn(show, 'voice') : [...ownParts(show), ...partsOn(show, 'own')];
    const measured = parts.map((part): Measured => {
      const plan = planAlone(show, part);
      const mixer = new Mixer(plan, folder.sources(plan.parts));
      const meter = new LoudnessMeter(2);
      const block = new Float32Array(BLOCK * 2);
      for (let first = 0; first < plan.frames; first += BLOCK) {
        const count = Math.min(BLOCK, plan.frames - first);
        mixer.render(first, count, block);
        meter.push(block, count);
      }
      const { integrated, truePeak } = meter.finish();
      return { part, loudness: integrated, truePeak };
    });
    const loudness = wanted ?? middleLoudness(measured);
    const changes = new Map(loudness === null ? [] : evenedTo(measured, loudness).map((one) => [one.part.id, one]));
    return JSON.stringify(
      {
        to: rounded(loudness),
        parts: measured.map(({ part, loudness: now, truePeak }) => ({
          id: part.id,
          at: part.at,
          loudness: rounded(now),
          truePeak: rounded(truePeak),
          gain: rounded(part.gain),
          becomes: rounded(changes.get(part.id)?.to ?? part.gain),
          then: rounded(changes.get(part.id)?.then ?? now),
        })),
      },
      null,
      2,
    );
  } finally {
    folder.close();
  }
}
