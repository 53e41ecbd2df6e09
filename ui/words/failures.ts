import type { Failure, FailureCode, FailureDetails } from '../../core/failure';
import { saySpan, sayTime } from '../../core/units';

const quoted = (details: FailureDetails) => (typeof details.name === 'string' ? `“${details.name}”` : 'The file');
const why = (details: FailureDetails) => (typeof details.why === 'string' ? ` (${details.why})` : '');
const kind = (details: FailureDetails) => (typeof details.format === 'string' ? details.format : 'such');
const number = (value: unknown) => (typeof value === 'number' ? value : 0);

/** What happened, what is safe, what to do: one entry for every code. */
const SENTENCES: Readonly<Record<FailureCode, (details: FailureDetails) => string>> = {
  'media.empty': (d) =>
    `${quoted(d)} is empty: it holds no bytes at all. Your show is unchanged. Copy the file again from where it came from.`,
  'media.unknown': (d) =>
    `${quoted(d)} is not a sound that this browser can read. Your show is unchanged. WAV, MP3, FLAC, Ogg, Opus, M4A and the sound of MP4 or WebM work.`,
  'media.no-sound': (d) => `${quoted(d)} has no sound in it. Your show is unchanged. Choose a file that holds music.`,
  'media.no-length': (d) => `${quoted(d)} holds no sound to speak of: its length is zero. Your show is unchanged. Choose another file.`,
  'media.too-long': (d) =>
    `${quoted(d)} is ${sayTime(number(d.seconds), 0)} long; Rain Bed takes sounds up to ${saySpan(number(d.most) || 7200)}. Your show is unchanged. Cut the piece you need out of it first.`,
  'media.truncated': (d) =>
    `${quoted(d)} is cut short: ${sayTime(number(d.seconds))} of ${sayTime(number(d.claimed))} is there. You can use what there is; for the rest, copy the file again.`,
  'media.damaged': (d) =>
    `${quoted(d)} is damaged and cannot be read to its end. Your show is unchanged. Copy the file again, or choose another.`,
  'media.missing': () =>
    'A file of this show is no longer in this browser’s storage. The show itself is safe. Add the file again to hear or see it.',
  'photo.unreadable': (d) =>
    `${quoted(d)} is not a photo or clip that this browser can read. Your show is unchanged. JPEG, PNG, WebP, AVIF and GIF work, and MP4, WebM and MOV clips.`,
  'photo.heic': (d) =>
    `${quoted(d)} is an HEIC photo, which this browser cannot read. Your show is unchanged. Share it as JPEG (the phone’s camera settings call that “most compatible”) and add it again.`,
  'photo.too-large': (d) =>
    `${quoted(d)} has ${number(d.megapixels)} megapixels, more than a browser can hold. Your show is unchanged. Make it smaller first; 120 megapixels still work.`,
  'clip.coding': (d) =>
    `${quoted(d)} is a clip whose picture this browser cannot decode${typeof d.coding === 'string' ? ` (${d.coding})` : ''}. Your show is unchanged. Save it as MP4 with H.264 on the device it comes from and add it again.`,
  'clip.no-picture': (d) => `${quoted(d)} has sound but no picture. Your show is unchanged. Music is added on the Bed face.`,
  'clip.silent': (d) => `${quoted(d)} came in without its sound: this browser cannot decode it. The picture is there and can be used.`,
  'hear.too-long': (d) =>
    `This piece is ${sayTime(number(d.seconds), 0)} long; pieces up to ${sayTime(number(d.most) || 1800, 0)} can be heard and woven. Your show is unchanged. Stop it early, or cut the passage you need out of it first.`,
  'fit.unheard': () =>
    'This piece has not been heard yet, so it cannot be fitted. Your show is unchanged. Close the fit and open it again.',
  'mic.denied': () =>
    'The microphone may not be used: this page was not allowed to. Your show is unchanged. Allow it in the browser’s settings for this page and try again, bring in a recording as a file, or try the practice microphone.',
  'mic.none': () =>
    'No microphone was found. Your show is unchanged. Connect one and try again, bring in a recording as a file, or try the practice microphone.',
  'mic.busy': () =>
    'The microphone does not answer; another program may be using it. Your show is unchanged. Close that program and try again, or bring in a recording as a file.',
  'mic.missing': () =>
    'This browser cannot record. Your show is safe. Record with another program and bring the file in, or open Rain Bed in an up-to-date browser.',
  'mic.lost': () => 'The microphone went away. What was recorded until then is kept. Connect it again to go on.',
  'mic.nothing': () => 'Nothing was recorded: the microphone sent no sound. Your show is unchanged. Check the microphone and try again.',
  'stage.missing': () =>
    'This browser is too old to paint the stage. Your show is safe, and its sound works. Update the browser to see the pictures.',
  'storage.full': () =>
    'The storage of this browser is full. Everything saved so far is safe. Free space on the device, or delete a show for good and reload the page, then try again.',
  'storage.denied': () =>
    'This window may not store anything (a private window often may not). Nothing is lost, but nothing can be kept either. Open Rain Bed in an ordinary window.',
  'storage.failed': () =>
    'The browser’s storage did not answer. What was saved before is safe. Reload the page; if it happens again, restart the browser.',
  'show.damaged': () =>
    'This show is damaged and cannot be opened. Its data are kept as they are, and your other shows are not touched. Save its data as a file to have it looked at.',
  'show.newer': () => 'This show was made by a newer Rain Bed. It is kept as it is. Open it there, or update this one.',
  'show.missing': () =>
    'This show is not in this browser. It may have been deleted, or made on another device. Your other shows are in the list.',
  'show.elsewhere': () => 'This show is being edited in another tab, so nothing was changed here. Your work is safe. Close it there first.',
  'file.foreign': (d) =>
    `${quoted(d)} is not a show that was saved as a file. Nothing was changed. Choose a file that Rain Bed saved, its name ends in “.rainbed.zip”.`,
  'file.damaged': (d) =>
    `${quoted(d)} is damaged or was cut short${why(d)}. Nothing was changed, and your shows are safe. Copy it again from where it came from.`,
  'file.refused': (d) =>
    `${quoted(d)} was refused${why(d)}: no show that Rain Bed saved looks like that. Nothing was changed. Ask for it anew from whoever sent it.`,
  'timeline.foreign': (d) =>
    `${quoted(d)} is not an OpenTimelineIO timeline. Nothing was changed. Choose a file whose name ends in “.otio”.`,
  'film.coding': (d) =>
    `This browser cannot write ${kind(d)} films of this size. Your show is safe. Choose the other kind, or a smaller size.`,
  'sound.coding': (d) => `This browser cannot write ${kind(d)} sounds. Your show is safe. Choose another kind: WAV always works.`,
  'output.missing': () => 'No sound output answered. Your show is safe. Connect a speaker or headphones, then press play again.',
  'server.away': () => 'The demo show could not be fetched: its server does not answer. Your own shows are safe and work without it.',
  'worker.died': () =>
    'Something that worked in the background broke off. Your show is safe; ask for it again. If it happens again with the same file, leave that file out.',
  cancelled: () => 'Stopped. Nothing was changed.',
  unknown: (d) =>
    `Something went wrong that Rain Bed does not know${typeof d.message === 'string' ? ` (${d.message})` : ''}. Your saved work is safe. Reload the page and try again.`,
};

export function sentenceOf(failure: Failure): string {
  return SENTENCES[failure.code](failure.details);
}
