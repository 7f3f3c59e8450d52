import { guessColumns, type ListUsual, readCandidates, readTable } from './candidate-list';

const USUAL: ListUsual = { family: 'hand-jig', system: 'metric', start: '2026-11-26' };
const read = (text: string, usual = USUAL, there?: { title: string; place: string; family: string }[]) => {
  const table = readTable(text);
  return [...readCandidates(table, guessColumns(table.header), usual, there)];
};

describe('a list of candidates', () => {
  it('knows its columns by what people call them, whichever sign parts the cells', () => {
    expect(guessColumns(['Name', 'Type', 'Length (mm)', 'W', 'h', 'Qty', 'Price [EUR]', 'Lead time, days', 'Dept.', 'Colour', 'Remarks', 'Variants'])).toEqual(
      ['title', 'family', 'length', 'width', 'height', 'copies', 'cost', 'wait', undefined, undefined, 'trouble', 'designs'],
    );
    expect(guessColumns(['Part', 'Price per tool', 'Price per year'])).toEqual(['title', 'cost', undefined]);
    for (const sign of [',', ';', '\t', '|'])
      expect(readTable([['a', 'b'], ['1', '2'], ['', '']].map((r) => r.join(sign)).join('\r\n'))).toEqual({
        header: ['a', 'b'],
        rows: [{ line: 2, cells: ['1', '2'] }],
        left: 0,
      });
  });
  it('makes a case of each row: sizes with units, numbers as written here or there, kinds and ways by name', () => {
    const rows = read([
      'Tool;Kind;Size;Copies;Today;Price;Wait;Area;Problem;Sizes and hands',
      '"Drill plate; left";Hand jig or drill guide;240 x 100 x 45;2;machined;1.200,50;26;Hall 2;"late, always";12',
      'Finger;gripper;4 × 2.5 × 1 in;;welded;€ 340;;;',
    ].join('\n'));
    expect(rows.map((r) => r.faults)).toEqual([[], []]);
    expect(rows[0].doc).toMatchObject({
      title: 'Drill plate; left',
      family: 'hand-jig',
      size_mm: [240, 100, 45],
      place: 'Hall 2',
      trouble: 'late, always',
      today: { way: 'machined', cost: 1200.5, wait_days: 26, delay_per_day: 0 },
      need: { copies: { value: 2 }, designs: { value: 12 } },
    });
    expect(rows[1].doc).toMatchObject({
      family: 'gripper',
      size_mm: [101.6, 63.5, 25.4],
      today: { way: 'welded', cost: 340, wait_days: null },
      need: { copies: { value: 1 } },
    });
    expect(read('Tool,L,W,H\nJig,2,3,4', { ...USUAL, system: 'inch' })[0].doc!.size_mm).toEqual([50.8, 76.2, 101.6]);
  });
  it('says of each row that cannot be taken why, by its line, and takes the others', () => {
    const rows = read([
      'Tool,Kind,L,W,H,Price',
      ',gauge,10,10,10,1',
      'TA,spaceship,10,10,10,1',
      'TB,gauge,ten,10,10,1',
      'TC,gauge,10,,10,1',
      'TD,gauge,10,10,10,"1,234"',
      'TE,gauge,-5,10,10,1',
      'TF,gauge,10,10,10,1',
    ].join('\n'));
    expect(rows.map((r) => [r.line, r.faults.length, !!r.doc])).toEqual([[2, 1, false], [3, 1, false], [4, 1, false], [5, 1, false], [6, 1, false], [
      7,
      1,
      false,
    ], [8, 0, true]]);
    expect(rows.map((r) => r.faults[0]?.split(':')[0])).toEqual([
      'Tool',
      'Kind',
      'Length',
      'Size',
      'One costs today',
      rows[5].faults[0].split(':')[0],
      undefined,
    ]);
  });
  it('marks what is there already, and what stands in it twice', () => {
    const rows = read('Tool,Area,L,W,H\nJig,Hall 1,9,9,9\njig ,hall 1,8,8,8\nNest,,7,7,7', USUAL, [{ title: 'nest', place: '', family: 'hand-jig' }]);
    expect(rows.map((r) => r.double)).toEqual([undefined, 'as in line 2', 'on the Walk already']);
  });
  it('takes five thousand rows, forty of them bad', () => {
    const lines = Array.from({ length: 5000 }, (_, i) => `Tool ${i},gauge,${i % 125 === 7 ? 'x' : 10 + (i % 50)},20,30`);
    const rows = read(['Tool,Kind,L,W,H', ...lines].join('\n'));
    expect([rows.length, rows.filter((r) => r.faults.length).length, rows.filter((r) => r.doc).length]).toEqual([5000, 40, 4960]);
  });
  it('is nothing for an empty text, and keeps what is beyond the most rows in mind', () => {
    expect(readTable('')).toEqual({ header: [], rows: [], left: 0 });
    expect(readTable(`a\n${'1\n'.repeat(10_003)}`).left).toBe(3);
  });
});
