import { type Column, csvOf, sorted } from './columns';

interface Row {
  name: string;
  worth?: number;
}
const COLUMNS: readonly Column<Row>[] = [
  { id: 'name', label: 'Name', text: (r) => r.name, by: (r) => r.name },
  {
    id: 'worth',
    label: 'Worth',
    numeric: true,
    text: (r) => (r.worth === undefined ? '' : `${r.worth}\u00a0EUR`),
    by: (r) => r.worth,
    csv: (r) => r.worth ?? '',
  },
  { id: 'plain', label: 'Plain', text: (r) => `${r.name}\u00a0x` },
];
const ROWS: Row[] = [{ name: 'b', worth: 2 }, { name: 'c' }, { name: 'a', worth: 10 }, { name: 'd', worth: -3 }];
const names = (active: string, direction: 'asc' | 'desc' | ''): string => sorted(ROWS, COLUMNS, { active, direction }).map((r) => r.name).join('');

describe('columns', () => {
  it('sort numbers as numbers and words as words, what is not known last both ways', () => {
    expect([names('worth', 'asc'), names('worth', 'desc'), names('name', 'desc')]).toEqual(['dbac', 'abdc', 'dcba']);
  });
  it('leave the rows as they are where there is nothing to sort by', () => {
    expect([names('plain', 'asc'), names('worth', ''), names('none', 'asc')]).toEqual(['bcad', 'bcad', 'bcad']);
  });
  it('go out as CSV with bare numbers, and nothing that a spreadsheet would run', () => {
    expect(csvOf([...ROWS.slice(0, 2), { name: '=1+1', worth: -4 }], COLUMNS).split('\r\n')).toEqual([
      'Name,Worth,Plain',
      'b,2,b x',
      'c,,c x',
      "'=1+1,-4,'=1+1 x",
    ]);
  });
});
