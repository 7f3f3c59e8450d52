import { createHash } from 'node:crypto';
import type { CaseDoc } from '@cuadro/core/case/types';
import { shapeFor } from '@cuadro/core/case/facts';
import { boxOf, pictureOf, type PictureInk, type Projection } from '@cuadro/core/shape/picture';
import { UP } from '@cuadro/core/shape/turn';
import type { Context } from '../context';

/** A picture in a list, px: shown at half of it. As many are kept in memory as there are cases at a time; some kilobytes each. */
const IN_LIST = { width: 112, height: 84, most: 1000 };
/** A rough size is not a part: paler ink. */
const ROUGH: PictureInk = { surface: [252, 250, 244], shade: [232, 227, 214], ink: [150, 144, 130] };

/** Pictures of the tools of cases: their mesh as it is built, else a box of their rough size. */
export class CasePictures {
  private readonly kept = new Map<string, Promise<Uint8Array>>();

  constructor(private readonly context: Pick<Context, 'meshes' | 'pool'>, private readonly size = IN_LIST) {}

  /** What the picture shows, shortened: the same for the same picture. */
  tagOf(doc: CaseDoc): string {
    const shape = shapeFor(doc, true);
    const shown = shape ? [shape.hash, shape.unit, ...(shape.up ?? UP)] : doc.size_mm;
    return createHash('sha256').update(JSON.stringify(shown)).digest('hex').slice(0, 24);
  }

  of(doc: CaseDoc): Promise<Uint8Array> {
    const tag = this.tagOf(doc);
    let found = this.kept.get(tag);
    // The oldest goes first.
    if (found) this.kept.delete(tag);
    else found = this.draw(doc).catch((e: unknown) => {
        this.kept.delete(tag);
        throw e;
      });
    this.kept.set(tag, found);
    for (const old of this.kept.keys()) {
      if (this.kept.size <= this.size.most) break;
      this.kept.delete(old);
    }
    return found;
  }

  /** How the tool's mesh lies on its picture; nothing without one. */
  async projectionOf(doc: CaseDoc): Promise<Projection | undefined> {
    const { width, height } = this.size;
    const shape = shapeFor(doc, true);
    const bytes = shape && (await this.context.meshes.get(shape.hash));
    if (!shape || !bytes) return undefined;
    const { unit, fileName, up = UP } = shape;
    return this.context.pool.run('projection', { bytes, unit, fileName, up, width, height });
  }

  private async draw(doc: CaseDoc): Promise<Uint8Array> {
    const { width, height } = this.size;
    const shape = shapeFor(doc, true);
    const bytes = shape && (await this.context.meshes.get(shape.hash));
    if (!shape || !bytes) return pictureOf(boxOf(doc.size_mm), width, height, UP, ROUGH);
    const { unit, fileName, up = UP } = shape;
    return this.context.pool.run('picture', { bytes, unit, fileName, up, width, height });
  }
}
