import { sayMessage } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { resolveSchoolOrThrow } from '../../fingering/index.ts';
import {
  compareSongSchools,
  listBarLocations,
  getBarsAt,
  createEasierVersions,
  applySongEdit,
  createSong,
  locatePlayedBar,
  setRepeatCount,
  validateSong,
  createTextureEdit,
  parseChart,
  createSetBarsEdit,
  createMelodyEdit,
  moveLick,
  createSongFromChart,
  analyseSong,
  createStrokesEdit,
  createToggleEndingEdit,
  unfoldForm,
  expandSong,
  type SongChange,
  type Song,
} from '../index.ts';

const songOf = (chart: string): Song => valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song'));
const edited = (song: Song, edit: SongChange): Song => valueOrThrow(applySongEdit(song, edit)).document;

describe('a lick moved to the next chord', () => {
  test('from C to D every note goes two frets up; the open ones with it', () => {
    const song = songOf('| C | D |');
    const shifted = valueOrThrow(moveLick(song, 0));
    expect(shifted).toMatchObject({ fretShift: 2, from: 'C', to: 'D', droppedStrokes: [] });
    const before = expandSong(song).pattern.strokes.filter(({ id }) => id.startsWith('0/'));
    const after = expandSong(edited(song, shifted.edit)).pattern.strokes.filter(({ id }) => id.startsWith('1/'));
    expect(after.map(({ string, fret }) => [string, fret])).toEqual(
      before.map(({ string, fret }) => [string, (fret as number) + 2]),
    );
  });

  test('what falls off the neck the short way goes the long way', () => {
    // From A (open strings) a tone down to G there is no fret below the nut: ten frets up all of it fits.
    expect(valueOrThrow(moveLick(songOf('| A | G |'), 0))).toMatchObject({ fretShift: 10, droppedStrokes: [] });
  });

  test('what no longer fits on a short neck is named with the fret it would need', () => {
    const song = songOf('| A | G |');
    const short = { ...song, instrument: { ...song.instrument, frets: 5 } };
    const { fretShift, droppedStrokes } = valueOrThrow(moveLick(short, 0));
    expect(fretShift).toBe(-2);
    expect(droppedStrokes.length).toBeGreaterThan(0);
    expect(droppedStrokes.every(({ fret }) => fret < 0)).toBe(true);
  });

  test('the last bar of a section has nothing after it, and says so', () => {
    const last = moveLick(songOf('| C | D |'), 1);
    expect(last.ok ? [] : last.problems.map(({ code }) => code)).toEqual(['song-wrong']);
  });
});

describe('easier versions', () => {
  const plain = songOf('Verse:\n| C | F | G | C |\nChorus:\n| Am | F | C | G |');
  // Each finger twice running in sixteenths: that, and not the thumb, is what limits it.
  const song: Song = {
    ...plain,
    figures: plain.figures.map((figure) => ({
      ...figure,
      strokes: figure.strokes
        .flatMap((stroke) =>
          stroke.role ? [stroke] : [stroke, { ...stroke, id: `${stroke.id}-again`, at: stroke.at + 210 }],
        )
        .sort((a, b) => a.at - b.at),
    })),
  };

  test('each is a song that stands, has fewer strokes, and no lower ceiling than the whole', () => {
    const versions = createEasierVersions(song, analyseSong(song));
    const whole = versions.at(-1);
    expect(whole?.key).toBe('written');
    expect(whole?.song).toBeUndefined();
    for (const { key, song: easier, strokes, maxTempo } of versions.slice(0, -1)) {
      expect(validateSong(easier as Song)).toEqual([]);
      if (key !== 'half') expect(strokes).toBeLessThan(whole?.strokes ?? 0);
      expect(expandSong(easier as Song).pattern.strokes).toHaveLength(strokes);
      expect(maxTempo ?? Infinity).toBeGreaterThanOrEqual((whole?.maxTempo ?? 0) - 1e-6);
    }
  });

  test('the thumb alone is what the thumb played, at the same times', () => {
    const study = analyseSong(song);
    const thumb = study.expanded.pattern.strokes.filter(({ id }) => study.analysis.digits[id] === 'p');
    const alone = expandSong(createEasierVersions(song, study)[0]?.song as Song).pattern.strokes;
    expect(alone.map(({ at, string, fret }) => [at, string, fret])).toEqual(
      thumb.map(({ at, string, fret }) => [at, string, fret]),
    );
  });

  test('a version that is no easier is not offered', () => {
    // The thumb's beats limit the song as it is: leaving fingers out gains nothing.
    expect(createEasierVersions(plain, analyseSong(plain)).map(({ key }) => key)).toEqual(['written']);
    const ceilings = createEasierVersions(song, analyseSong(song)).map(({ maxTempo }) => maxTempo ?? Infinity);
    ceilings.slice(1).forEach((harder, index) => {
      expect(ceilings[index]).toBeGreaterThanOrEqual(1.1 * harder);
    });
  });

  test('sixteenths at half the speed: twice the bars, every time doubled, the ceiling twice as high', () => {
    const figure = song.figures[0] as Song['figures'][number];
    const quick = { ...figure, strokes: figure.strokes.map((stroke) => ({ ...stroke, at: stroke.at / 2 })) };
    const fast = { ...song, figures: [quick, ...song.figures.slice(1)] };
    const study = analyseSong(fast);
    const half = createEasierVersions(fast, study).find(({ key }) => key === 'half');
    const { pattern } = expandSong(half?.song as Song);
    expect(pattern.bars).toBe(2 * study.expanded.pattern.bars);
    expect(pattern.strokes.map(({ at }) => at)).toEqual(study.expanded.pattern.strokes.map(({ at }) => 2 * at));
    expect(half?.maxTempo).toBeCloseTo(2 * (study.analysis.limit?.maxTempo ?? 0), 3);
  });

  test('a melody makes a version of its own', () => {
    const range = { location: 'section-1', from: 0, count: 1 };
    const sung = edited(song, createMelodyEdit(song, range, [{ id: 'a', at: 0, string: 1, fret: 3 }]));
    const names = createEasierVersions(sung, analyseSong(sung)).map(({ name }) => name);
    expect(names.map(sayMessage)).toContain('Thumb and melody');
  });
});

test('a song in several schools, by section: no section has a lower ceiling than the whole', () => {
  const song = songOf('Verse:\n| C | F |\nChorus:\n| Am | G |');
  const schools = ['one-per-string', 'thumb-index', 'rolling'].map((school) => resolveSchoolOrThrow({ school }));
  const found = compareSongSchools(song, schools);
  expect(found.map(({ school }) => school)).toEqual(['one-per-string', 'thumb-index', 'rolling']);
  for (const { ceiling, sections } of found) {
    expect(sections.map(({ name }) => name)).toEqual(['Verse', 'Chorus']);
    const lowest = Math.min(...sections.map((section) => section.ceiling ?? Infinity));
    expect(lowest).toBeCloseTo(ceiling ?? Infinity, 3);
  }
});

describe('places of bars', () => {
  const twice = (): Song => {
    const song = songOf('| C | F | G | C |');
    return { ...song, form: [setRepeatCount(song.form[0] as Song['form'][number], 2)] };
  };

  test('an ending is a place of its own, and is played in its time', () => {
    const song = edited(twice(), createToggleEndingEdit(twice(), 0, 2));
    expect(listBarLocations(song)).toEqual(['section-1', 'ending/0/2']);
    const two = [...getBarsAt(song, 'ending/0/2'), ...getBarsAt(song, 'ending/0/2')];
    const longer = edited(song, createSetBarsEdit(song, 'ending/0/2', two));
    const places = unfoldForm(longer).map((played) => locatePlayedBar(longer, played));
    expect(places.map(({ place, index }) => `${place}:${index}`)).toEqual([
      'section-1:0',
      'section-1:1',
      'section-1:2',
      'section-1:3',
      'section-1:0',
      'section-1:1',
      'ending/0/2:0',
      'ending/0/2:1',
    ]);
  });

  test('taking the ending out, or playing it less often, takes its bars along', () => {
    const song = edited(twice(), createToggleEndingEdit(twice(), 0, 2));
    expect(edited(song, createToggleEndingEdit(song, 0, 2))).toEqual(twice());
    expect(setRepeatCount(song.form[0] as Song['form'][number], 1)).toEqual({ section: 'section-1', times: 1 });
  });

  test('a change everywhere reaches endings too; everywhere but here leaves the bar', () => {
    const song = edited(twice(), createToggleEndingEdit(twice(), 0, 2));
    const range = { location: 'section-1', from: 0, count: 1 };
    const rests = (one: Song): readonly boolean[] =>
      listBarLocations(one).flatMap((place) => getBarsAt(one, place).map(({ texture }) => texture === 'rest'));
    expect(rests(edited(song, createTextureEdit(song, range, 'everywhere', 'rest')))).toEqual([
      true,
      true,
      true,
      true,
      true,
    ]);
    expect(rests(edited(song, createTextureEdit(song, range, 'elsewhere', 'rest')))).toEqual([
      false,
      true,
      true,
      true,
      true,
    ]);
    expect(rests(edited(song, createTextureEdit(song, range, 'here', 'rest')))).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });

  test('strokes edited “everywhere but here” change the figure and leave the bar what it was', () => {
    const song = createSong('Song');
    const range = { location: 'section-1', from: 1, count: 1 };
    const now = [{ id: 'x', at: 0, string: 3 }];
    const before = [{ id: 'y', at: 0, string: 2 }];
    const done = edited(song, createStrokesEdit(song, range, 'elsewhere', { now, before }));
    expect(done.figures[0]?.strokes).toEqual(now);
    expect(getBarsAt(done, 'section-1')[1]?.texture).toEqual({ written: before });
  });
});
