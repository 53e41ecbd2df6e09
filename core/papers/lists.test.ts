import { sayPhrase } from '../../words';
import { beatsHeard } from '../../tests/heard';
import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { FIRST_LANES, creditsOf, wordsOfCard, type Show } from '../show';
import { addPictures, muteParts, newCreditsCard, newPart, setArtist, setCredit, setMark, splitParts } from '../show/edits';
import { creditsText, cueSheetCsv, cueSheetText, cuesOf, marksOfCsv, momentsCsv } from '.';

/** 20 s of pictures over 30 s of music, and a spot sound with a name that is hard on tables. */
function show(): Show {
  const thunder = { ...soundMedia(50, 3), title: '=Thunder, "near"' };
  const base = showOf([8, 12], 30);
  const laid = {
    ...base,
    media: { ...base.media, [thunder.id]: thunder },
    parts: [...base.parts, { ...newPart('boom', FIRST_LANES.spot, thunder), at: 6 }],
  };
  return setCredit(setArtist(laid, { artist: 'Class 4b' }), { media: mediaId(1000), credit: 'Rill by nobody, free to use' });
}

it('tells which piece is used from when to when; what was cut in two is one use', () => {
  const cut = splitParts(show(), { ids: [['bed-1', 'right']], moment: 10 });
  expect(cut.parts).toHaveLength(3);
  expect(cuesOf(cut)).toEqual([
    { piece: 'Sound 1000', credit: 'Rill by nobody, free to use', from: 0, to: 20, use: 'bed' },
    { piece: '=Thunder, "near"', credit: '', from: 6, to: 9, use: 'spot' },
  ]);
  expect(cuesOf(muteParts(show(), { ids: ['bed-1'], mute: true }))).toHaveLength(1);
});

it('writes tables that other programs read: quoted as RFC 4180 says, and no cell is a formula', () => {
  expect(cueSheetCsv(show(), sayPhrase).split('\r\n')).toEqual([
    'piece,from,to,length,use,credit',
    'Sound 1000,0:00.000,0:20.000,0:20.000,bed,"Rill by nobody, free to use"',
    `"'=Thunder, ""near""",0:06.000,0:09.000,0:03.000,spot sound,`,
    '',
  ]);
  expect(cueSheetText(show(), sayPhrase)).toContain('0:06.0  0:09.0  0:03.0  spot sound  =Thunder, "near"');
});

it('credits what has a line and names what has none; a credits card always says what is so now', () => {
  expect(creditsOf(show()).missing.map(({ id }) => id)).toEqual([mediaId(50)]);
  expect(creditsText(show(), sayPhrase)).toBe(
    'Test\nby Class 4b\n\n“Sound 1000”: Rill by nobody, free to use\n“=Thunder, "near"”: no credit written yet\n',
  );
  const card = newCreditsCard('card', '#101010');
  const carded = addPictures(show(), { pictures: [card], media: [], index: 9 });
  expect(wordsOfCard(carded, card, sayPhrase)).toBe('Test\nby Class 4b\nRill by nobody, free to use');
  const later = setCredit(carded, { media: mediaId(50), credit: 'Thunder: own recording' });
  expect(wordsOfCard(later, card, sayPhrase)).toContain('\nThunder: own recording');
});

it('lists changes of picture, bars and beats by their time', () => {
  const rows = momentsCsv(show(), new Map([[mediaId(1000), beatsHeard(30, 120, 4)]]), sayPhrase).split('\r\n');
  expect(rows.slice(0, 4)).toEqual([
    'seconds,time,kind,name',
    '0.000,0:00.000,start,Photo 1',
    '0.000,0:00.000,bar,bar 1',
    '0.500,0:00.500,beat,"bar 1, beat 2"',
  ]);
  expect(rows).toContain('8.000,0:08.000,picture,Photo 2');
  expect(rows.filter((row) => row.includes(',beat,') || row.includes(',bar,'))).toHaveLength(40);
});

it('lists marks among the moments, and reads them back; tables from elsewhere too, where a row has a moment', () => {
  const marked = setMark(setMark(show(), { id: 'a', at: 3.25, name: 'Drops, "heavy"' }), { id: 'b', at: 11, name: '' });
  const text = momentsCsv(marked, new Map(), sayPhrase);
  expect(marksOfCsv(text, ['Marke', 'mark'])).toEqual([
    { at: 3.25, name: 'Drops, "heavy"' },
    { at: 11, name: '' },
  ]);
  expect(marksOfCsv('\uFEFFwhen;what\r\n1:02,5;turn\r\nnever;\r\n0:07;\r\n', ['mark'])).toEqual([
    { at: 7, name: '' },
    { at: 62.5, name: 'turn' },
  ]);
  expect(() => marksOfCsv('a,b\nc,d', ['mark'])).toThrow(expect.objectContaining({ code: 'marks.none' }));
});
