/** What is said of what happens behind the faces. */
export const session = {
  'session.elsewhere': 'This show is being edited in another tab. Here you can look and listen.',
  'session.slimOf': '{{title}}, slim',
  'session.savingTheWork': 'Saving the work',
  'session.addPhotosFirst': 'There is nothing to play yet. Add photos, clips or a sound first.',
  'session.hadNotComeIn_one': 'One file had not come in when this show was left: {{names}}. All else is here; add it again.',
  'session.hadNotComeIn_other': '{{count}} files had not come in when this show was left: {{names}}. All else is here; add them again.',
  'session.heldUp':
    'The device has taken the sound away (a call, say). It goes on from here when the device gives it back, or when you press play.',
  'session.noOutput': 'No sound output answers: the pictures run without sound. It is heard as soon as a speaker or headphones answer.',
} as const;
