/** The stage, the length strip, the drawing of the loudness. */
export const stage = {
  'stage.loudnessOverTheShow': 'Loudness over the show',
  'stage.momentaryLufs': 'momentary, LUFS',
  'stage.theDrawingOfTheLoudness': 'The drawing of the loudness',
  'stage.stage': 'Stage',
  'stage.pause': 'Pause',
  'stage.play': 'Play',
  'stage.thePicturesOfYourShow': 'The pictures of your show appear here.',
  'stage.aPlainCard': 'a plain card',
  'stage.lengths': 'Pictures {{pictures}}, bed {{bed}}: {{difference}}',
  'stage.lengthsShort': 'pictures {{pictures}} bed {{bed}}',
  'stage.lengthOpensTheFit': 'Length: {{difference}}. Opens the fit',
  'stage.dissolvingInto': '{{before}}, dissolving into {{after}}',
  'stage.theSoundOfTheShow': 'The sound of the show',
  'stage.lengthAlone': 'sound {{length}}',
} as const;
