import { inject, Injectable, type OnDestroy, signal } from '@angular/core';
import { proxy, type Remote } from 'comlink';
import { get, set } from 'idb-keyval';
import { EmptyError, firstValueFrom, from, type Observable, Subject, takeUntil } from 'rxjs';
import type { FaceMark, ShapeRef } from '@cuadro/core/case/types';
import type { Values } from '@cuadro/core/inputs/spec';
import type { Cap } from '@cuadro/core/shape/cap';
import type { Axis, Measure } from '@cuadro/core/shape/measure';
import type { LengthUnit } from '@cuadro/core/shape/mesh';
import type { Orientation } from '@cuadro/core/shape/orient';
import type { Moulding } from '@cuadro/core/shape/features/moulding';
import type { Parting } from '@cuadro/core/shape/features/parting';
import type { FaceChoice } from '@cuadro/core/shape/patch';
import type { ScanFound } from '@cuadro/core/proof/scan-found';
import { STUDY_VERSION, type BodyStudy, type BuildStudy, type ShapeMarks, type ShapeStudy } from '@cuadro/core/shape/study';
import type { SolvedClass, UnitAsk, WorkVolume } from '@cuadro/core/mechanics';
import { dot, frameFor, UP, type Vec3 } from '@cuadro/core/shape/turn';
import { ApiService } from './api.service';
import { Lazy } from './lazy-worker';
import { WORKERS } from '../workers/worker-factory';
import type { BentLines, DrawnShape, MeshKind, PickedFace, ShapeReading, ShapeWorker } from '../workers/shape.worker';

/** A part that is open: the file as it came, which is all a new worker needs to go on. */
interface OpenPart {
  bytes: Uint8Array<ArrayBuffer>;
  fileName: string;
  unit: LengthUnit;
  hash: string;
}

/** Directions handed to a worker at a time: small enough to share evenly and to give up quickly. */
const CHUNK = 16;

/** Thrown out of whatever was under way when the user gave it up, or opened another part. */
class GivenUp extends Error {}

/**
 * The analyses of one open part, in two workers that both hold its mesh. Long ones are split and shared; results that do not
 * travel with the case are kept in the browser by mesh and version.
 */
@Injectable()
export class ShapeService implements OnDestroy {
  private readonly api = inject(ApiService);
  private readonly workers = inject(WORKERS);
  private readonly pair = [new Lazy<ShapeWorker>(() => this.workers.shape()), new Lazy<ShapeWorker>(() => this.workers.shape())] as const;

  /** What is being done; empty when nothing is. */
  readonly stage = signal('');
  /** 0 to 1 where it can be told. */
  readonly progress = signal<number | undefined>(undefined);
  readonly drawn = signal<DrawnShape | undefined>(undefined);
  readonly marks = signal<ShapeMarks | undefined>(undefined);
  readonly orientations = signal<Orientation[] | undefined>(undefined);
  /** The last analysis was cancelled; it can be asked for again. */
  readonly givenUp = signal(false);

  private readonly stopped = new Subject<void>();

  private part?: OpenPart;
  /** Of the mesh that is open and stored; empty where there is none. */
  readonly openHash = signal('');
  private job = 0;
  private solvingJob = -1;
  /** A third one for what nobody waits for, and the part that it holds. */
  private readonly apart = new Lazy<ShapeWorker>(() => this.workers.shape());
  private apartHolds?: OpenPart;
  /** The second worker has the mesh of this job. */
  private second?: Promise<void>;

  /** Read a file that was dropped. Nothing that was open is forgotten before the new one has been read. */
  async readFile(bytes: Uint8Array<ArrayBuffer>, fileName: string, unit: LengthUnit): Promise<ShapeReading> {
    const job = this.begin(`Reading ${fileName}`);
    const reading = await this.read(job, bytes, fileName, unit, UP);
    if (reading.ok) {
      this.hold({ bytes, fileName, unit, hash: '' });
      this.show(reading.drawn);
    }
    this.end(job);
    return reading;
  }

  /**
   * A file has been stored under this hash. Where it is the one that is open, it need not be opened again; whatever else becomes the
   * part (made, repaired, tessellated) is read and drawn anew.
   */
  stored(bytes: Uint8Array, hash: string): void {
    if (this.part?.bytes !== bytes) return;
    this.part.hash = hash;
    this.openHash.set(hash);
  }

  /** Open a stored mesh. @returns a sentence when it cannot be shown */
  async open({ hash, fileName, unit, up = UP }: ShapeRef): Promise<string | undefined> {
    if (this.part?.hash === hash && this.part.unit === unit) {
      if (this.drawn()?.up.join() !== up.join()) await this.stand(up);
      return undefined;
    }
    const job = this.begin('Loading the mesh');
    this.show(undefined);
    const bytes = new Uint8Array(await this.guard(job, firstValueFrom(this.api.mesh(hash))));
    const reading = await this.read(job, bytes, fileName, unit, up);
    this.end(job);
    if (!reading.ok) return reading.problem;
    this.hold({ bytes, fileName, unit, hash });
    this.show(reading.drawn);
    return undefined;
  }

  private hold(part: OpenPart | undefined): void {
    this.part = part;
    this.openHash.set(part?.hash ?? '');
  }

  /** Lay a scan over the open part. @throws Error with a sentence */
  async scan(bytes: Uint8Array, fileName: string, unit: LengthUnit, datums: Vec3[], tolerance_mm: number): Promise<ScanFound> {
    const job = this.begin('Laying the scan over the model');
    try {
      const onProgress = proxy((share: number) => {
        if (job === this.job) this.progress.set(share);
      });
      return await this.guard(job, this.pair[0].get().scan(bytes, fileName, unit, datums, tolerance_mm, this.drawn()?.up ?? UP, onProgress));
    } finally {
      this.end(job);
    }
  }

  /** What loads of size one do to the open part, its classes of ways shared between the workers. @throws Error with a sentence */
  async solveLoads(ask: UnitAsk, elements: number): Promise<SolvedClass[]> {
    const job = this.solvingJob = this.begin('Solving the loads on the part');
    const second = this.both(job);
    const done = [0, 0];
    const share = async (k: 0 | 1): Promise<SolvedClass[]> => {
      const classes = ask.classes.filter((_, i) => i % 2 === k);
      if (!classes.length) return [];
      if (k) await second;
      const heard = proxy((s: number) => {
        done[k] = (s * classes.length) / ask.classes.length;
        if (job === this.job) this.progress.set(done[0] + done[1]);
      });
      return this.pair[k].get().solveLoads({ ...ask, classes }, elements, heard);
    };
    const halves = await this.guard(job, Promise.all([share(0), share(1)]));
    this.end(job);
    return halves.flat();
  }

  /** Give up solving loads, where nothing else has begun since. */
  stopSolving(): void {
    if (this.job === this.solvingJob) this.cancel();
  }

  /** The same in a worker of its own, without a stage: the page goes on meanwhile. It never ends where it is stopped. @throws Error with a sentence */
  async solveApart(ask: UnitAsk, elements: number, onProgress: (share: number) => void): Promise<SolvedClass[]> {
    const part = this.source();
    if (this.apartHolds !== part) {
      this.apartHolds = part;
      await this.apart.get().load(part.bytes, part.fileName, part.unit);
    }
    return this.apart.get().solveLoads(ask, elements, proxy(onProgress));
  }

  stopApart(): void {
    this.apart.stop();
    this.apartHolds = undefined;
  }

  /** How hard each place of the open part works. @throws Error with a sentence */
  async workOf(ask: UnitAsk, elements: number): Promise<{ idle: number; work: WorkVolume }> {
    const job = this.begin('Looking how hard each place works');
    const heard = proxy((share: number) => {
      if (job === this.job) this.progress.set(share);
    });
    const found = await this.guard(job, this.pair[0].get().workOf(ask, elements, heard));
    this.end(job);
    return found;
  }

  /** The lines of the drawing as one load bends them. @throws Error with a sentence */
  async bent(ask: UnitAsk, id: string, elements: number): Promise<BentLines> {
    const job = this.begin('Bending the drawing');
    const heard = proxy((share: number) => {
      if (job === this.job) this.progress.set(share);
    });
    const found = await this.guard(job, this.pair[0].get().bent(ask, id, this.drawn()?.up ?? UP, elements, heard));
    this.end(job);
    return found;
  }

  /** A place in the part's own axes, as the part stands on the drawing. */
  standing(p: Vec3): Vec3 {
    return frameFor(this.drawn()?.up ?? UP).map((axis) => dot(axis, p)) as Vec3;
  }

  close(): void {
    this.job++;
    this.hold(undefined);
    this.show(undefined);
    this.stage.set('');
  }

  /** Draw the part standing another way. */
  async stand(up: Vec3): Promise<void> {
    this.drawn.set(await this.pair[0].get().draw(up));
  }

  /** Body and build, one in each worker. Places to mark are kept beside. */
  async study(up: Vec3): Promise<ShapeStudy> {
    const job = this.begin('Studying the part');
    const second = this.both(job);
    const [{ body, marks }, build] = await this.guard(
      job,
      Promise.all([
        this.pair[0].get().body(proxy((s: string) => this.say(job, s))),
        second.then(() => this.pair[1].get().build(up)),
      ]),
    );
    this.end(job);
    this.marks.set(marks);
    void this.keep('marks', marks);
    return { version: STUDY_VERSION, body: body as BodyStudy, build };
  }

  /** Places to mark of a part that has been studied: kept ones, or found again. */
  async findMarks(): Promise<void> {
    // Begun before anything is waited for: whatever the user starts in the meantime comes later and goes first.
    const job = this.begin('Finding the places to mark');
    const kept = await this.guard(job, this.kept<ShapeMarks>('marks'));
    if (kept) {
      this.marks.set(kept);
      this.end(job);
      return;
    }
    const { marks } = await this.guard(job, this.pair[0].get().body(proxy((s: string) => this.say(job, s))));
    this.marks.set(marks);
    void this.keep('marks', marks);
    this.end(job);
  }

  /** What a planner measures on the part. */
  async planGeometry(planner: string, values: Values, marks: readonly FaceMark[]): Promise<unknown> {
    const job = this.begin('Measuring for the plan');
    const result = await this.guard(job, this.pair[0].get().plan(planner, values, [...marks], proxy((share: number) => this.progress.set(share))));
    this.end(job);
    return result;
  }

  build(up: Vec3): Promise<BuildStudy> {
    return this.pair[0].get().build(up);
  }

  /** How the open part comes out of a mould pulled along a direction, and its parting line on the drawing. */
  moulded(pull: Vec3): Promise<{ moulding: Moulding; parting: Parting }> {
    return this.pair[0].get().moulded(pull, this.drawn()?.up ?? UP);
  }

  /** Where support stays that nobody gets at, built like this: xyz in the part's own axes. */
  buriedPlaces(up: Vec3): Promise<Float32Array> {
    return this.pair[0].get().buriedPlaces(up);
  }

  /** Compare all directions, shared between the workers. */
  async orient(points: Vec3[], load: Vec3 | undefined): Promise<void> {
    const key = `orient ${JSON.stringify([points, load])}`;
    const job = this.begin('Comparing build directions');
    const kept = await this.guard(job, this.kept<Orientation[]>(key));
    if (kept) {
      this.orientations.set(kept);
      this.end(job);
      return;
    }
    const second = this.both(job);
    const directions = await this.guard(job, this.pair[0].get().directions());
    const chunks: Vec3[][] = [];
    for (let i = 0; i < directions.length; i += CHUNK) chunks.push(directions.slice(i, i + CHUNK));
    const out: Orientation[][] = [];
    let next = 0;
    let done = 0;
    const work = async (worker: Remote<ShapeWorker>): Promise<void> => {
      while (next < chunks.length) {
        const i = next++;
        out[i] = await this.guard(job, worker.orient(chunks[i], points, load, false));
        done += chunks[i].length;
        this.progress.set(done / directions.length);
        this.say(job, `Comparing build directions: ${done} of ${directions.length}`);
      }
    };
    await Promise.all([work(this.pair[0].get()), second.then(() => work(this.pair[1].get()))]);
    const all = out.flat();
    this.orientations.set(all);
    void this.keep(key, all);
    this.end(job);
  }

  cap(up: Vec3, axis: Axis, at: number): Promise<Cap> {
    return this.pair[0].get().cap(up, axis, at);
  }

  face(triangle: number): Promise<PickedFace> {
    return this.pair[0].get().face(triangle);
  }

  facesAt(points: Vec3[]): Promise<PickedFace[]> {
    return this.pair[0].get().facesAt(points);
  }

  /** Faces marked on another mesh, found again on the open one; undefined for each that is gone. */
  facesAgain(faces: readonly FaceMark[]): Promise<(FaceChoice | undefined)[]> {
    return this.pair[0].get().facesAgain([...faces]);
  }

  largestFaces(): Promise<FaceChoice[]> {
    return this.pair[0].get().largestFaces();
  }

  /** A small picture of the part lying with a direction up, PNG; nothing where it was put away meanwhile. */
  async picture(up: Vec3, width: number, height: number): Promise<Uint8Array<ArrayBuffer> | undefined> {
    const part = this.part;
    if (!part) return undefined;
    const png = await this.pair[0].get().picture(up, width, height);
    return part === this.part ? (png as Uint8Array<ArrayBuffer>) : undefined;
  }

  async repair(): Promise<{ stl: Uint8Array<ArrayBuffer>; done: string[]; measure: Measure }> {
    const { bytes, fileName, unit } = this.source();
    const job = this.begin('Repairing');
    const result = await this.guard(job, this.pair[0].get().repair(bytes, fileName, unit));
    this.end(job);
    return result as { stl: Uint8Array<ArrayBuffer>; done: string[]; measure: Measure };
  }

  write(kind: MeshKind): Promise<Uint8Array<ArrayBuffer>> {
    return this.pair[0].get().write(kind) as Promise<Uint8Array<ArrayBuffer>>;
  }

  /** The open file, for making things from it. @throws when none is open */
  source(): OpenPart {
    if (!this.part) throw new Error('No part is open.');
    return this.part;
  }

  /** Wait for something that can be given up, be it that no worker does it (storing, a model converted by the server). @throws GivenUp */
  async waitFor<T>(work: Observable<T>): Promise<T> {
    try {
      return await firstValueFrom(work.pipe(takeUntil(this.stopped)));
    } catch (e) {
      throw e instanceof EmptyError ? new GivenUp() : e;
    }
  }

  /** Give up what is under way; the part stays. */
  cancel(): void {
    this.stopped.next();
    this.job++;
    this.stage.set('');
    this.progress.set(undefined);
    this.givenUp.set(true);
    for (const w of this.pair) w.stop();
    this.second = undefined;
    // The workers are new and hold nothing: give the first one the part again.
    const part = this.part;
    if (part) void this.pair[0].get().load(part.bytes, part.fileName, part.unit);
  }

  ngOnDestroy(): void {
    this.job++;
    this.stopApart();
    for (const w of this.pair) w.stop();
  }

  private read(job: number, bytes: Uint8Array, fileName: string, unit: LengthUnit, up: Vec3): Promise<ShapeReading> {
    return this.guard<ShapeReading>(job, this.pair[0].get().read(bytes, fileName, unit, up, proxy((s: string) => this.say(job, s))));
  }

  private show(drawn: DrawnShape | undefined): void {
    this.drawn.set(drawn);
    this.marks.set(undefined);
    this.orientations.set(undefined);
    this.second = undefined;
  }

  private begin(stage: string): number {
    this.stage.set(stage);
    this.progress.set(undefined);
    this.givenUp.set(false);
    return ++this.job;
  }

  private end(job: number): void {
    if (job !== this.job) return;
    // Stages come over a port of their own and may arrive after the result: nobody listens to this job any more.
    this.job++;
    this.stage.set('');
    this.progress.set(undefined);
  }

  private say(job: number, stage: string): void {
    if (job === this.job) this.stage.set(stage);
  }

  /** A result that comes after something else was begun is thrown away; of one that was stopped none comes. */
  private async guard<T>(job: number, promise: Promise<T>): Promise<T> {
    let result: T;
    try {
      result = await this.waitFor(from(promise));
    } catch (e) {
      this.end(job);
      throw e;
    }
    if (job !== this.job) throw new GivenUp();
    return result;
  }

  private both(job: number): Promise<void> {
    const { bytes, fileName, unit } = this.source();
    this.second ??= this.pair[1].get().load(bytes, fileName, unit);
    return this.guard(job, this.second);
  }

  private key(what: string): string {
    const { hash, unit } = this.source();
    return `shape v${STUDY_VERSION} ${hash} ${unit} ${what}`;
  }

  /** Browser storage may be full or forbidden: then nothing is kept, and it is computed again next time. */
  private async keep(what: string, value: unknown): Promise<void> {
    if (this.part?.hash) await set(this.key(what), value).catch(() => undefined);
  }

  private async kept<T>(what: string): Promise<T | undefined> {
    return this.part?.hash ? get<T>(this.key(what)).catch(() => undefined) : undefined;
  }
}

/** True for what is thrown when an analysis was given up: nothing to tell anybody. */
export const isGivenUp = (e: unknown): boolean => e instanceof GivenUp;
