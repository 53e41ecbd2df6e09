/** A small fault as somebody might make it: one text of one file in place of another. The types still agree. */
export interface Fault {
  readonly name: string;
  readonly file: string;
  /** Stands there exactly once (tests/faults.test.ts). */
  readonly from: string;
  readonly to: string;
}

/** Faults that are planted one at a time to see whether the tests of their room find them. */
export const FAULTS: readonly Fault[] = [
  // Session.
  {
    name: 'a show is edited without its lock',
    file: 'session/lock.ts',
    from: 'if (had || gone.signal.aborted) return;\n    onChange(false);',
    to: 'if (had || gone.signal.aborted) return;\n    onChange(true);',
  },
  {
    name: 'who gets a show from another tab does not read it anew',
    file: 'session/open/store.ts',
    from: 'if (mayEdit && waited) void load(true);\n      else if',
    to: 'if',
  },
  {
    name: 'a show is let go of before its last save',
    file: 'session/open/store.ts',
    from: '      await own.last;\n      release();',
    to: '      release();\n      await own.last;',
  },
  {
    name: 'what the disk refused is not tried again',
    file: 'session/open/autosave.ts',
    from: '        this.soon(RETRY);\n',
    to: '',
  },
  {
    name: 'what the disk refused lies in no lifeboat',
    file: 'session/open/autosave.ts',
    from: '        keepUnsaved(waiting.history.show.id, waiting.history, waiting.place, Date.now());\n',
    to: '',
  },
  {
    name: 'a recording is dropped before the show that names it is saved',
    file: 'session/voice/found.ts',
    from: "    if (useOpenShow.getState().saved.status === 'saved') await dropRecording(id);",
    to: '    await dropRecording(id);',
  },
  {
    name: 'a file that a person thought better of is told as a failure',
    file: 'session/finish/exporting.ts',
    from: "say(failure.code === 'cancelled' ? { status: 'idle' } : { status: 'failed', failure });",
    to: "say({ status: 'failed', failure });",
  },
  {
    name: 'a fitted piece does not follow the show that became longer',
    file: 'session/fit/following.ts',
    from: 'const due = part.fit?.self ? refitDue(show, part) : null;',
    to: 'const due = part.fit && !part.fit.self ? refitDue(show, part) : null;',
  },
  {
    name: 'a recording that was offered is freed at once',
    file: 'session/shows/tidy.ts',
    from: 'now - marks[name]! >= GRACE;',
    to: 'now - marks[name]! >= 0;',
  },
  {
    name: 'a new version is taken while other windows are open',
    file: 'session/offline.ts',
    from: 'if (await othersOpen()) return false;',
    to: 'if (await othersOpen()) console.info(waiting.state);',
  },
  {
    name: 'the language that was chosen is used and not kept',
    file: 'session/settings.ts',
    from: 'apply({ language, theme });\n',
    to: 'apply({ language, theme });\n  if (language !== useSettings.getState().language) return;\n',
  },
  {
    name: 'playing does not stop where the show ends',
    file: 'session/sound/transport.ts',
    from: "rest(useTransport.getState().playing.kind === 'show' && show ? showSeconds(show) : undefined);",
    to: "if (useTransport.getState().playing.kind !== 'show') rest(show ? showSeconds(show) : undefined);",
  },
  // Core, as it is heard and seen.
  {
    name: 'an undo step is lost',
    file: 'core/show/history.ts',
    from: 'past: [...history.past, step].slice(-STEPS_KEPT), future: []',
    to: 'past: [...history.past.slice(1), step].slice(-STEPS_KEPT), future: []',
  },
  {
    name: 'a dip begins when somebody speaks already',
    file: 'core/level/dips.ts',
    from: 'Math.max(rules.lead, down) : rules.lead);',
    to: 'Math.max(rules.lead, down) : 0);',
  },
  // Engine.
  {
    name: 'a worker that is closed goes on running',
    file: 'engine/workers/client.ts',
    from: "    this.closed = true;\n    this.failAll(new Failure('cancelled'));\n    this.end();",
    to: "    this.closed = true;\n    this.failAll(new Failure('cancelled'));",
  },
  {
    name: 'a worker does not hear that its call was cancelled',
    file: 'engine/workers/serve.ts',
    from: "if (request.kind === 'cancel') running.get(request.job)?.abort();",
    to: "if (request.kind === 'cancel') running.delete(request.job);",
  },
  {
    name: 'blocks lie a millisecond late on the clock',
    file: 'engine/play/run.ts',
    from: 'node.start(this.clock + (block.first + late - this.origin) / RATE, late / RATE);',
    to: 'node.start(this.clock + 0.001 + (block.first + late - this.origin) / RATE, late / RATE);',
  },
  {
    name: 'the now line does not wait for the output',
    file: 'engine/play/run.ts',
    from: 'return this.frame(context ? -lateness(context) : 0);',
    to: 'return this.frame(context ? -0 * lateness(context) : 0);',
  },
  {
    name: 'where blocks of a recording were lost, what follows comes too early',
    file: 'engine/record/inside/recorder.ts',
    from: '      if (missing > 0) this.put(new Float32Array(missing));\n',
    to: '      if (missing > RATE) this.put(new Float32Array(missing));\n',
  },
  {
    name: 'a recording is written through to the disk only when it ends',
    file: 'engine/record/inside/recorder.ts',
    from: 'const FLUSH = RATE / 4;',
    to: 'const FLUSH = RATE * 400;',
  },
  {
    name: 'the sound of a film begins half a second late',
    file: 'engine/write/inside/packets.ts',
    from: 'timestamp: (this.done - this.late) / RATE,',
    to: 'timestamp: (this.done + RATE / 2 - this.late) / RATE,',
  },
  {
    name: 'a film that was stopped leaves its half behind',
    file: 'engine/write/inside/stream.ts',
    from: "    if (signal.aborted) throw new Failure('cancelled');\n    await out.finish();",
    to: "    await out.finish();\n    if (signal.aborted) throw new Failure('cancelled');",
  },
  // Interface.
  {
    name: 'a handle of thirty pixels',
    file: 'ui/sheet/Handle.tsx',
    from: '        height: TARGET,\n',
    to: '        height: 30,\n',
  },
  {
    name: 'the button with an icon has no name',
    file: 'ui/controls/Button.tsx',
    from: '      accessibilityRole="button"\n      accessibilityLabel={label}\n',
    to: '      accessibilityRole="button"\n      accessibilityHint={label}\n',
  },
  {
    name: 'a word that was not translated',
    file: 'ui/voice/RecordBar.tsx',
    from: "t('voice.aNewNarration')",
    to: "'A new narration'",
  },
  {
    name: 'a film may be begun before it is known whether its coding can be written',
    file: 'ui/finish/FilmPanel.tsx',
    from: 'can[kind] !== true}',
    to: 'can[kind] === false}',
  },
  {
    name: 'undo where nothing may be edited',
    file: 'ui/faces/UndoButtons.tsx',
    from: 'disabled={!past || !mayEdit}',
    to: 'disabled={!past}',
  },
  {
    name: 'a chosen part begins with the tool of the one before',
    file: 'ui/panels/openTool.ts',
    from: '(state.of === mine ? state.tool : null)',
    to: '(state.of === mine ? state.tool : state.tool)',
  },
  {
    name: 'a finger that strays lifts what it began on',
    file: 'ui/sheet/useVerticalDrag.ts',
    from: 'const STRAY = 8;',
    to: 'const STRAY = 80;',
  },
  {
    name: 'a handle is taken hold of at once',
    file: 'ui/sheet/useVerticalDrag.ts',
    from: 'export const GRIP = 140;',
    to: 'export const GRIP = 1;',
  },
  {
    name: 'quiet words too pale to read in the dark',
    file: 'ui/theme/tokens.json',
    from: '"ink-2": "#A9B7BC"',
    to: '"ink-2": "#5F6B70"',
  },
];
