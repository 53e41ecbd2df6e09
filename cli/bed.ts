import { Failure } from '../core/failure';
import { Complaint } from './files';
import { FIT_OPTIONS, Unmeetable, fit } from './fit';
import { hear } from './hear';
import { LOOP_OPTIONS, loop } from './loop';
import { measure } from './measure';
import { render } from './render';
import { even } from './even';
import { dips, speech } from './speech';
import { treat } from './treat';
import type { WavFormat } from '../core/files';

const USAGE = `bed measure IN.wav                          loudness and peaks as JSON
bed render SHOW OUT.wav [--bits 16|24|32]     the sound of a show: a show file, or a folder that holds show.json and media/
bed hear IN.wav [--json]                       tempo, beats, bars, sections, last chord
bed speech IN.wav [--json]                     where somebody speaks
bed dips SHOW [--json]                         the dips of a show, and how far the voice stands above the bed
bed treat IN.wav OUT.wav --chain JSON [--bits 16|24|32]
                                            a sound through treatments: [{"kind":"lowCut","frequency":80}], or a file that says so
bed even SHOW [--of voices|clips] [--to LUFS] [--json]
                                            what brings the narrations, or the clips, of a show to one loudness
bed fit IN.wav --seconds N --out OUT.wav [--report R.json] [--by weave|loop|stop|nudge] [--near frame|beat|bar | --miss S]
        [--shortest BARS|SECONDSs] [--ending own|fade|either] [--keep A-B]... [--drop A-B]... [--meet SOURCE@SHOW]... [--bits 16|24|32]
                                            the piece as long as is wanted; --near frame is exact to the sample
bed loop IN.wav --bars A-B --tempo T --downbeat S --out OUT.wav [--report R.json] [--beats 4] [--lead S] [--tail S] [--bits 16|24|32]
                                            whole bars (A to B, bar 1 at the downbeat) as a WAV with its loop points`;

const FORMATS: Readonly<Record<string, WavFormat>> = { '16': 'int16', '24': 'int24', '32': 'float32' };

/** Commands that look at one thing and say what they found. */
const QUESTIONS = {
  hear: { takes: 'sound', run: hear },
  speech: { takes: 'sound', run: speech },
  dips: { takes: 'show', run: dips },
} as const;

/** Takes `--name value` pairs out of the words. @throws Complaint for a name that is not in `known`. */
function splitAll(words: readonly string[], known: readonly string[]): { plain: string[]; options: Map<string, string[]> } {
  const plain: string[] = [];
  const options = new Map<string, string[]>();
  for (let i = 0; i < words.length; i += 1) {
    const word = words[i]!;
    if (!word.startsWith('--')) {
      plain.push(word);
      continue;
    }
    const value = words[(i += 1)];
    if (!known.includes(word.slice(2)) || value === undefined) throw new Complaint(`${word} is not an option here, or has no value`);
    options.set(word.slice(2), [...(options.get(word.slice(2)) ?? []), value]);
  }
  return { plain, options };
}

/** The same where the last value of each option counts. */
function split(words: readonly string[], known: readonly string[]): { plain: string[]; options: Map<string, string> } {
  const { plain, options } = splitAll(words, known);
  return { plain, options: new Map([...options].map(([name, values]) => [name, values.at(-1)!])) };
}

async function run(command: string | undefined, rest: readonly string[]): Promise<string> {
  switch (command) {
    case 'measure': {
      const { plain } = split(rest, []);
      if (plain.length !== 1) throw new Complaint('measure takes one WAV file: bed measure IN.wav');
      return measure(plain[0]!);
    }
    case 'render': {
      const { plain, options } = split(rest, ['bits']);
      const format = FORMATS[options.get('bits') ?? '24'];
      if (plain.length !== 2 || !format) throw new Complaint('render takes a show and a file: bed render SHOW OUT.wav [--bits 16|24|32]');
      return render(plain[0]!, plain[1]!, format);
    }
    case 'loop': {
      const { plain, options } = split(rest, LOOP_OPTIONS);
      const format = FORMATS[options.get('bits') ?? '24'];
      if (plain.length !== 1 || !format) throw new Complaint('loop takes one sound: bed loop IN.wav --bars A-B --tempo T --out OUT.wav');
      return loop(plain[0]!, options, format);
    }
    case 'hear':
    case 'speech':
    case 'dips': {
      const { plain } = split(
        rest.filter((word) => word !== '--json'),
        [],
      );
      const { takes, run: answer } = QUESTIONS[command];
      if (plain.length !== 1)
        throw new Complaint(`${command} takes one ${takes}: bed ${command} ${takes === 'sound' ? 'IN.wav' : 'SHOW'} --json`);
      return answer(plain[0]!);
    }
    case 'treat': {
      const { plain, options } = split(rest, ['chain', 'bits']);
      const format = FORMATS[options.get('bits') ?? '24'];
      if (plain.length !== 2 || !format) throw new Complaint('treat takes two files: bed treat IN.wav OUT.wav --chain JSON');
      return treat(plain[0]!, plain[1]!, options.get('chain'), format);
    }
    case 'even': {
      const { plain, options } = split(
        rest.filter((word) => word !== '--json'),
        ['of', 'to'],
      );
      if (plain.length !== 1) throw new Complaint('even takes one show: bed even SHOW [--of voices|clips] [--to LUFS]');
      return even(plain[0]!, options.get('of') ?? 'voices', options.get('to'));
    }
    case 'fit': {
      const { plain, options } = splitAll(rest, FIT_OPTIONS);
      const format = FORMATS[options.get('bits')?.at(-1) ?? '24'];
      if (plain.length !== 1 || !format) throw new Complaint('fit takes one sound: bed fit IN.wav --seconds N --out OUT.wav');
      return fit(plain[0]!, options, format);
    }
    case undefined:
    case '--help':
      return USAGE;
    default:
      throw new Complaint(`“${command}” is not a command of bed. There are: measure, render, hear, speech, dips, treat, even, fit, loop`);
  }
}

/** One sentence for what can go wrong with a file or a show. */
function sentence(error: unknown): string {
  if (error instanceof Complaint || error instanceof Unmeetable) return error.message;
  if (error instanceof Failure) {
    const why = typeof error.details.why === 'string' ? ` (${error.details.why})` : '';
    const said: Partial<Record<Failure['code'], string>> = {
      'media.unknown': 'The file is not a WAV that can be read',
      'media.damaged': 'The WAV file is damaged',
      'show.damaged': 'The show is damaged',
      'show.newer': 'The show was made by a newer version',
      'file.foreign': 'The file is no show',
      'file.damaged': 'The show file is damaged',
      'file.refused': 'The show file was refused',
    };
    return `${said[error.code] ?? error.code}${why}`;
  }
  return error instanceof Error ? error.message : String(error);
}

run(process.argv[2], process.argv.slice(3)).then(
  (answer) => process.stdout.write(`${answer}\n`),
  (error: unknown) => {
    process.stderr.write(`${sentence(error)}\n`);
    process.exitCode = error instanceof Unmeetable ? 3 : 2;
  },
);
