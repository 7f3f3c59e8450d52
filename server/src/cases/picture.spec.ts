import { decode } from 'fast-png';
import { demoDoc } from '@cuadro/core/case/testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { CaseRecord, MeshRecord } from '@cuadro/core/wire';
import { testApp } from '../testing/app';

const server = testApp();
const create = async (doc = demoDoc()): Promise<CaseRecord> => (await server.call<CaseRecord>('POST', '/api/cases', { doc, who: 'Ada' })).body;
const picture = (id: string, headers?: Record<string, string>) => server.call<Buffer>('GET', `/api/cases/${id}/picture`, undefined, headers);
/** Share of the dots with anything on them, and the darkest of them. */
function look(png: Uint8Array): { covered: number; darkest: number } {
  const { data, width, height } = decode(png);
  const dots = Array.from({ length: width * height }, (_, i) => [...data.slice(i * 4, i * 4 + 4)]).filter(([, , , a]) => a === 255);
  return { covered: dots.length / (width * height), darkest: Math.min(...dots.map(([r]) => r)) };
}

describe('the picture of a case', () => {
  it('is a pale box of its rough size without a mesh, the part as it is built with one', async () => {
    const bare = await picture((await create(demoDoc({ size_mm: [100, 60, 40] }))).id);
    expect(bare).toMatchObject({ status: 200, headers: { 'content-type': 'image/png', 'cache-control': 'private, no-cache' } });
    expect(decode(bare.body)).toMatchObject({ width: 112, height: 84 });
    // Paler than the ink of a part.
    expect(look(bare.body).darkest).toBeGreaterThan(100);
    const tetra = Buffer.from(writeStl([0, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10], [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]));
    const { body: mesh } = await server.call<MeshRecord>('POST', '/api/meshes?name=t.stl&unit=mm', tetra, { 'content-type': 'application/octet-stream' });
    const ref = { hash: mesh.hash, fileName: mesh.fileName, unit: mesh.unit, measure: mesh.measure };
    const part = await picture((await create(demoDoc({ shapes: { printed: ref } }))).id);
    expect(look(part.body).darkest).toBeLessThan(60);
    const flipped = await picture((await create(demoDoc({ shapes: { printed: { ...ref, up: [0, 0, -1] } } }))).id);
    expect(Buffer.compare(part.body, flipped.body)).not.toBe(0);
  });
  it('is not sent again while it is the same, and changes with the size', async () => {
    const made = await create(demoDoc({ size_mm: [100, 60, 40] }));
    const first = await picture(made.id);
    const etag = String(first.headers['etag']);
    expect((await picture(made.id, { 'if-none-match': etag })).status).toBe(304);
    await server.call('PATCH', `/api/cases/${made.id}`, { changes: [{ path: ['size_mm'], was: made.doc.size_mm, now: [100, 60, 5] }], who: 'Ada' });
    const second = await picture(made.id, { 'if-none-match': etag });
    expect(second.status).toBe(200);
    expect(look(second.body).covered).toBeLessThan(look(first.body).covered);
  });
  it('is none of a case that is not there', async () => {
    expect((await picture('00000000-0000-4000-8000-000000000000')).status).toBe(404);
  });
});
