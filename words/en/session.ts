/** What is said of what happens behind the faces. */
export const session = {
  'session.elsewhere': 'This show is being edited in another tab. Here you can look and listen.',
  'session.slimOf': '{{title}}, slim',
  'session.savingTheWork': 'Saving the work',
  'session.addPhotosFirst': 'Add photos first: they give the show its length. Until then a piece can be listened to on its own.',
} as const;
