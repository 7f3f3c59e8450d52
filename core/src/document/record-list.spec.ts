import { recordKindOf } from '../records/kinds';
import { isoDay, readRecordList } from './record-list';

const past = recordKindOf('past-order');

describe('records from a spreadsheet', () => {
  it('are read by the questions of the form, with units, choices and days as people write them', () => {
    const { rows, unknown, left } = readRecordList(
      past,
      'Tool;It was;Paid in all;For so many;Long;Wide;High;Ordered on;Colour\nHinge jig;machined;1.240,50;2;240;96 mm;4.2 cm;12.03.2025;red\nFrame;Welded up from pieces;900;;400;300;200;2025-04-01;\n',
      'metric',
    );
    expect([unknown, left]).toEqual([['Colour'], 0]);
    expect(rows.map((r) => r.faults)).toEqual([[], []]);
    expect(rows[0]).toMatchObject({
      line: 2,
      values: { tool: 'Hinge jig', way: 'machined', price: 1240.5, pieces: 2, x: 240, y: 96, z: 42, on: '2025-03-12' },
    });
    // What is left open is as usual: one piece.
    expect(rows[1].values).toMatchObject({ way: 'welded', pieces: 1 });
    expect(readRecordList(past, 'Tool,Paid in all,Long,Wide,High,Ordered on\nPin,12,1,0.5 in,50.8 mm,2025-01-02', 'inch').rows[0].values).toMatchObject({
      x: 25.4,
      y: 12.7,
      z: 50.8,
    });
    // The CSV that goes out comes in again, whatever units somebody likes to read.
    expect(readRecordList(past, 'entered,by,tool,way,price,pieces,x,y,z,on\n2025-01-02T10:00,Ada,Pin,machined,12,1,25,12,50,2025-01-02', 'inch')).toMatchObject(
      {
        unknown: [],
        rows: [{ values: { x: 25, y: 12, z: 50, way: 'machined' } }],
      },
    );
  });
  it('say of a row that cannot be taken why, in the words of the form', () => {
    const { rows } = readRecordList(
      past,
      'Tool,It was,Paid in all,Long,Wide,High,Ordered on\nA,knitted,10,1,1,1,2025-01-02\nB,machined,ten,1,1,1,2025-01-02\nC,machined,10,1,1,,2025-01-02\nD,machined,10,1,1,1,03/04/2025',
      'metric',
    );
    expect(rows.map((r) => r.values)).toEqual([undefined, undefined, undefined, undefined]);
    expect(rows[0].faults[0]).toMatch(/^It was: one of machined/);
    expect(rows[1].faults[0]).toMatch(/^Paid in all: /);
    expect(rows[2].faults[0]).toMatch(/^High/);
    expect(rows[3].faults[0]).toMatch(/no day that has one reading/);
  });
  it('take a day in the order in which it can be read at all', () => {
    expect(['2025-3-7', '7.3.2025', '25/03/2025', '03/25/2025', '05/05/2025', '31.02.2025', '03/04/2025', 'soon'].map(isoDay)).toEqual([
      '2025-03-07',
      '2025-03-07',
      '2025-03-25',
      '2025-03-25',
      '2025-05-05',
      undefined,
      undefined,
      undefined,
    ]);
  });
});
