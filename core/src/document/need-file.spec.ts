import { NeedFileError, readNeed } from './need-file';
import { screenNeedOf } from '../decide/need-region';
import { resolveNeed } from '../case/facts';
import { demoDoc } from '../case/testing';

describe('a need from a file', () => {
  it('refuses a material of today that is not on the shelf, and says which are', () => {
    const of = (material: string) => readNeed({ family: 'gauge', today: { way: 'machined', material } });
    expect(() => of('unobtainium')).toThrow(/today\.material: "unobtainium" is not on the shelf; there are .*al-6061/);
    expect(of('al-6061').today.material).toBe('al-6061');
  });
  it('takes a bare value as a must, and the family’s usual for what is left out', () => {
    const doc = readNeed({ family: 'hand-jig', need: { serviceTemp: 80, load: { value: 300, level: 'want' } } });
    expect(doc.need).toEqual({ serviceTemp: { level: 'must', value: 80, from: 'file' }, load: { level: 'want', value: 300, from: 'file' } });
    expect(resolveNeed(doc).tolerance).toMatchObject({ value: 0.2, assumed: true });
    expect(doc.form).toBe('shaped');
  });
  it('takes size, form, title, start and remedies', () => {
    const doc = readNeed({
      family: 'tray',
      form: 'flat',
      size_mm: [300, 200, 20],
      title: 'Tray',
      start: '2026-03-02',
      remedies: { 'extrusion-open/pla': ['seal'] },
      need: {},
    });
    expect(doc).toMatchObject({ form: 'flat', size_mm: [300, 200, 20], title: 'Tray', start: '2026-03-02', remedies: { 'extrusion-open/pla': ['seal'] } });
  });
  it.each<[what: string, file: unknown, faults: RegExp[]]>([
    ['a list', [], [/must hold one object/]],
    ['nothing', null, [/must hold one object/]],
    ['no kind', {}, [/^family: one of /]],
    ['an unknown kind and a misspelt field', { famly: 'tray' }, [/"famly" is not a field/, /^family: one of /]],
    ['a need that is a list', { family: 'tray', need: [] }, [/^need: an object/]],
    ['an unknown requirement', { family: 'tray', need: { heat: 80 } }, [/^need\.heat is not a requirement/]],
    ['a temperature nobody has', { family: 'tray', need: { serviceTemp: 99_999 } }, [/^need\.serviceTemp/]],
    ['a temperature in words', { family: 'tray', need: { serviceTemp: 'warm' } }, [/^need\.serviceTemp/]],
    ['a size of no size', { family: 'tray', size_mm: [0, 10, 10] }, [/^size_mm/]],
    ['two sides only', { family: 'tray', size_mm: [10, 10] }, [/^size_mm/]],
    ['a day that is none', { family: 'tray', start: 'soon' }, [/^start/]],
    ['an unknown remedy', { family: 'tray', remedies: { 'extrusion-open/pla': ['prayer'] } }, [/^remedies/]],
  ])('%s: says what is wrong and where', (_what, file, faults) => {
    let said: readonly string[] = [];
    try {
      readNeed(file);
    } catch (e) {
      expect(e).toBeInstanceOf(NeedFileError);
      said = (e as NeedFileError).faults;
    }
    for (const f of faults) expect(said).toContainEqual(expect.stringMatching(f));
  });
});

describe('the region that a need leaves in a plot of materials', () => {
  const given = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
  it('is the hotter of service and cure', () => {
    expect(screenNeedOf(demoDoc({ need: { serviceTemp: given(60), cureTemp: given(120) } }))['use']).toEqual({ least: 120, says: '120 °C or more' });
  });
  it('is the pressure with the factor 1.5 of its check', () => {
    expect(screenNeedOf(demoDoc({ need: { pressure: given(40) } }))['compressive']!.least).toBeCloseTo(60, 12);
  });
  it('is three times the stress of the plain beam, along or across as the load runs', () => {
    // A hand jig 120 × 80 × 30 under 100 N in the layer plane: 1.5 · 100 · 96 / (40 · 21²) = 0.8163 MPa.
    const along = screenNeedOf(demoDoc({ need: { load: given(100), loadDirection: given('in-plane' as const) } }));
    expect(along['strength']!.least).toBeCloseTo((3 * 1.5 * 100 * 96) / (40 * 441), 10);
    const across = screenNeedOf(demoDoc({ need: { load: given(100), loadDirection: given('across' as const) } }));
    expect([across['strength'], across['strength_across']!.least]).toEqual([undefined, along['strength']!.least]);
  });
  it('asks nothing of strength where nothing loads it', () => {
    expect(screenNeedOf(demoDoc({ need: { load: given(0) } }))['strength']).toBeUndefined();
  });
});
