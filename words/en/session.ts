/** What is said of what happens behind the faces. */
export const session = {
  'session.elsewhere': 'This show is being edited in another tab. Here you can look and listen.',
  'session.slimOf': '{{title}}, slim',
  'session.savingTheWork': 'Saving the work',
  'session.addPhotosFirst': 'There is nothing to play yet. Add photos, clips or a sound first.',
} as const;
