/** What happened, what is safe, what to do: a sentence for every code of core/failure.ts. */
export const failure = {
  'failure.theFile': 'The file',
  'failure.aFile': '“{{name}}”',
  'failure.such': 'such',
  'failure.media.empty':
    '{{file}} is empty: it holds no bytes at all. Your show is unchanged. Copy the file again from where it came from.',
  'failure.media.unknown':
    '{{file}} is not a sound that this browser can read. Your show is unchanged. WAV, MP3, FLAC, Ogg, Opus, M4A and the sound of MP4 or WebM work.',
  'failure.media.no-sound': '{{file}} has no sound in it. Your show is unchanged. Choose a file that holds music.',
  'failure.media.no-length': '{{file}} holds no sound to speak of: its length is zero. Your show is unchanged. Choose another file.',
  'failure.media.too-long':
    '{{file}} is {{seconds}} long; Rain Bed takes sounds up to {{most}}. Your show is unchanged. Cut the piece you need out of it first.',
  'failure.media.truncated':
    '{{file}} is cut short: {{seconds}} of {{claimed}} is there. You can use what there is; for the rest, copy the file again.',
  'failure.media.damaged':
    '{{file}} is damaged and cannot be read to its end. Your show is unchanged. Copy the file again, or choose another.',
  'failure.media.missing':
    'A file of this show is no longer in this browser’s storage. The show itself is safe. Add the file again to hear or see it.',
  'failure.photo.unreadable':
    '{{file}} is not a photo or clip that this browser can read. Your show is unchanged. JPEG, PNG, WebP, AVIF and GIF work, and MP4, WebM and MOV clips.',
  'failure.photo.heic':
    '{{file}} is an HEIC photo, which this browser cannot read. Your show is unchanged. Share it as JPEG (the phone’s camera settings call that “most compatible”) and add it again.',
  'failure.photo.too-large':
    '{{file}} has {{megapixels}} megapixels, more than a browser can hold. Your show is unchanged. Make it smaller first; 120 megapixels still work.',
  'failure.clip.coding':
    '{{file}} is a clip whose picture this browser cannot decode{{coding}}. Your show is unchanged. Save it as MP4 with H.264 on the device it comes from and add it again.',
  'failure.clip.no-picture': '{{file}} has sound but no picture. Your show is unchanged. Music is added on the Bed face.',
  'failure.clip.silent': '{{file}} came in without its sound: this browser cannot decode it. The picture is there and can be used.',
  'failure.hear.too-long':
    'This piece is {{seconds}} long; pieces up to {{most}} can be heard and woven. Your show is unchanged. Stop it early, or cut the passage you need out of it first.',
  'failure.fit.unheard':
    'This piece has not been heard yet, so it cannot be fitted. Your show is unchanged. Close the fit and open it again.',
  'failure.mic.denied':
    'The microphone may not be used: this page was not allowed to. Your show is unchanged. Allow it in the browser’s settings for this page and try again, bring in a recording as a file, or try the practice microphone.',
  'failure.mic.none':
    'No microphone was found. Your show is unchanged. Connect one and try again, bring in a recording as a file, or try the practice microphone.',
  'failure.mic.busy':
    'The microphone does not answer; another program may be using it. Your show is unchanged. Close that program and try again, or bring in a recording as a file.',
  'failure.mic.missing':
    'This browser cannot record. Your show is safe. Record with another program and bring the file in, or open Rain Bed in an up-to-date browser.',
  'failure.mic.lost': 'The microphone went away. What was recorded until then is kept. Connect it again to go on.',
  'failure.mic.nothing': 'Nothing was recorded: the microphone sent no sound. Your show is unchanged. Check the microphone and try again.',
  'failure.stage.missing':
    'This browser is too old to paint the stage. Your show is safe, and its sound works. Update the browser to see the pictures.',
  'failure.storage.full':
    'The storage of this browser is full. Everything saved so far is safe. Free space on the device, or delete a show for good and reload the page, then try again.',
  'failure.storage.denied':
    'The browser lets this window store nothing. What was kept before is safe. Allow it to keep data for this page, or open Rain Bed in an ordinary window.',
  'failure.storage.failed':
    'The browser’s storage did not answer. What was saved before is safe. Reload the page; if it happens again, restart the browser.',
  'failure.show.damaged':
    'This show is damaged and cannot be opened. Its data are kept as they are, and your other shows are not touched. Save its data as a file to have it looked at.',
  'failure.show.newer': 'This show was made by a newer Rain Bed. It is kept as it is. Open it there, or update this one.',
  'failure.show.missing':
    'This show is not in this browser. It may have been deleted, or made on another device. Your other shows are in the list.',
  'failure.show.elsewhere':
    'This show is being edited in another tab, so nothing was changed here. Your work is safe. Close it there first.',
  'failure.file.foreign':
    '{{file}} is not a show that was saved as a file. Nothing was changed. Choose a file that Rain Bed saved, its name ends in “.rainbed.zip”.',
  'failure.file.damaged':
    '{{file}} is damaged or was cut short{{why}}. Nothing was changed, and your shows are safe. Copy it again from where it came from.',
  'failure.file.refused':
    '{{file}} was refused{{why}}: no show that Rain Bed saved looks like that. Nothing was changed. Ask for it anew from whoever sent it.',
  'failure.timeline.foreign': '{{file}} is not an OpenTimelineIO timeline. Nothing was changed. Choose a file whose name ends in “.otio”.',
  'failure.film.coding':
    'This browser cannot write {{kind}} films of this size. Your show is safe. Choose the other kind, or a smaller size.',
  'failure.sound.coding': 'This browser cannot write {{kind}} sounds. Your show is safe. Choose another kind: WAV always works.',
  'failure.output.missing': 'No sound output answered. Your show is safe. Connect a speaker or headphones, then press play again.',
  'failure.server.away': 'The demo show could not be fetched: its server does not answer. Your own shows are safe and work without it.',
  'failure.worker.died':
    'Something that worked in the background broke off. Your show is safe; ask for it again. If it happens again with the same file, leave that file out.',
  'failure.cancelled': 'Stopped. Nothing was changed.',
  'failure.unknown': 'Something went wrong that Rain Bed does not know{{message}}. Your saved work is safe. Reload the page and try again.',
  'failure.why.json': ' (it is no JSON)',
  'failure.why.nested': ' (it is nested too deep)',
  'failure.why.forbidden': ' (it uses the name {{what}})',
  'failure.why.entries': ' (it holds more than {{what}} files)',
  'failure.why.outside': ' (it names files outside itself)',
  'failure.why.twice': ' (it holds two files of the same name)',
  'failure.why.locked': ' (it is locked with a password)',
  'failure.why.overlap': ' (its pieces overlap)',
  'failure.why.unpacks': ' (it would unpack to far more than it is)',
  'failure.why.lengths': ' (its media are not as long as it says)',
  'failure.why.senseless': ' (the show in it makes no sense)',
  'failure.why.unreadable': ' (“{{what}}” cannot be read)',
  'failure.why.mistaken': ' (“{{what}}” is not what it says it is)',
  'failure.marks.none':
    '{{file}} names no moments that could become marks. Nothing was changed. Choose a table (CSV) with a moment in each line, a WAV with cue points, or an OpenTimelineIO file.',
  'failure.shelf.away':
    '{{file}} could not be fetched: the shelf’s server does not answer, or broke off. Nothing was added, and your show is safe. What this browser holds is still here; try again when the server is back.',
  'failure.shelf.gone':
    '{{file}} is not on the shelf any more, or was changed there. Nothing was added, and your show is safe. The list is fetched anew: choose it again.',
  'failure.shelf.odd':
    'The shelf’s server answered something that is no list of music. Your show is safe. Tell whoever looks after the server.',
  'failure.media.stuck':
    '{{file}} could not be read: nothing moved for ten seconds, as happens with damaged files. Your show is unchanged, and other files still come in. Copy the file again, or choose another one.',
  'failure.worker.stuck':
    'Something that worked in the background stood still and was ended. Your show is safe; ask for it once more. If it happens again with the same file, leave that file out.',
  'failure.clip.too-large':
    '{{file}} says that its picture has {{megapixels}} megapixels: more than can be shown here. Your show is unchanged. Make the clip smaller, or choose another one.',
  'failure.media.unsound':
    '“{{name}}” came in, but {{count}} of its samples are no numbers (as in damaged files). They are silence now; all else is as it was.',
  'failure.why.many': ' (there is more in it than a show can hold)',
} as const;
