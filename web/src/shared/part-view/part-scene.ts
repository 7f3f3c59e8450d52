import {
  BackSide,
  BufferAttribute,
  BufferGeometry,
  Color,
  Data3DTexture,
  DoubleSide,
  LinearFilter,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  OrthographicCamera,
  Plane,
  Points,
  PointsMaterial,
  Quaternion,
  Raycaster,
  RedFormat,
  RGFormat,
  Scene,
  ShaderMaterial,
  Vector2,
  Vector3,
  Vector4,
  WebGLRenderer,
} from 'three';
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js';
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js';
import type { ScanMap } from '@cuadro/core/proof/scan-map';
import type { WorkVolume } from '@cuadro/core/mechanics';
import type { Cap } from '@cuadro/core/shape/cap';
import type { DrawnShape } from '../../workers/shape.worker';

/** Colours of the drawing, taken from the page's tokens. */
export interface DrawingInk {
  surface: string;
  shade: string;
  ink: string;
  hatch: string;
  mark: string;
}

/** A dimension of the box in screen pixels, for the overlay. */
export interface DimensionLine {
  from: [number, number];
  to: [number, number];
  length_mm: number;
}

/** A note on the drawing: a short text with a place on the part. */
export interface Tag {
  point: readonly number[];
  text: string;
  kind: 'hole' | 'thin' | 'narrow' | 'face';
}

/** A tag in screen pixels. */
export interface PlacedTag extends Tag {
  x: number;
  y: number;
}

/** A section: what lies beyond `at` on the eye's side is taken away, and the cut face drawn. */
export interface DrawnSection {
  axis: 'x' | 'y' | 'z';
  at: number;
  /** From the low end of the part, mm. */
  above_mm: number;
  cap: Cap;
}

const SURFACE_VERTEX = /* glsl */ `
  varying vec3 vView; varying vec3 vModel;
  void main() {
    vModel = position;
    vec4 mv = modelViewMatrix * vec4(position, 1.0);
    vView = mv.xyz;
    gl_Position = projectionMatrix * mv;
  }`;

// Two tones of paper by face direction, like a wash on a drawing; overhangs flatter than 45° are hatched in screen space.
const SURFACE_FRAGMENT = /* glsl */ `
  uniform vec3 surface; uniform vec3 shade; uniform vec3 hatch; uniform float floorZ; uniform float bedTolerance; uniform float showHatch; uniform vec4 cut;
  varying vec3 vView; varying vec3 vModel;
  void main() {
    if (dot(vModel, cut.xyz) > cut.w) discard;
    vec3 nv = normalize(cross(dFdx(vView), dFdy(vView)));
    vec3 nm = normalize(cross(dFdx(vModel), dFdy(vModel)));
    float facing = clamp(dot(nv, normalize(vec3(-0.45, 0.65, 0.6))), 0.0, 1.0);
    vec3 c = mix(shade, surface, smoothstep(0.05, 0.75, facing));
    bool bed = vModel.z < floorZ + bedTolerance;
    if (showHatch > 0.5 && nm.z < -0.7072 && !bed) {
      float line = mod(gl_FragCoord.x + gl_FragCoord.y, 7.0);
      if (line < 1.8) c = hatch;
    }
    gl_FragColor = vec4(c, 1.0);
  }`;

const OUTLINE_VERTEX = /* glsl */ `
  uniform float width;
  attribute vec3 smoothNormal;
  varying vec3 vModel;
  void main() {
    vModel = position;
    vec4 clip = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
    vec3 n = (modelViewMatrix * vec4(smoothNormal, 0.0)).xyz;
    // Full width where the face turns away from the eye; none where it faces it, or the line would stick out anywhere.
    clip.xy += n.xy / max(length(n.xy), 0.5) * width * clip.w;
    gl_Position = clip;
  }`;
const OUTLINE_FRAGMENT = /* glsl */ `
  uniform vec3 ink; uniform vec4 cut; varying vec3 vModel;
  void main() { if (dot(vModel, cut.xyz) > cut.w) discard; gl_FragColor = vec4(ink, 1.0); }`;

// A cut face is hatched as on paper: fine lines at 45°.
const CAP_FRAGMENT = /* glsl */ `
  uniform vec3 paper; uniform vec3 ink;
  void main() { gl_FragColor = vec4(mod(gl_FragCoord.x - gl_FragCoord.y, 9.0) < 1.4 ? ink : paper, 1.0); }`;
const CAP_VERTEX = /* glsl */ `void main() { gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }`;

// Faces with a duty are dotted, so that they differ from the hatch without colour.
const FACE_FRAGMENT = /* glsl */ `
  uniform vec3 ink; uniform vec4 cut; varying vec3 vModel;
  void main() {
    if (dot(vModel, cut.xyz) > cut.w) discard;
    vec2 p = mod(gl_FragCoord.xy, 6.0) - 3.0;
    if (dot(p, p) > 2.2) discard;
    gl_FragColor = vec4(ink, 1.0);
  }`;
// How hard material works, in four bands: bare, and dots that grow. The work is read from the bricks where the surface is.
const WORK_FRAGMENT = /* glsl */ `
  precision highp sampler3D;
  uniform sampler3D work; uniform vec3 low; uniform vec3 span; uniform vec3 ink; uniform vec4 cut; varying vec3 vModel;
  void main() {
    if (dot(vModel, cut.xyz) > cut.w) discard;
    float use = texture(work, (vModel - low) / span).r;
    float r = use < 0.25 ? 0.0 : use < 0.5 ? 0.9 : use < 0.75 ? 1.8 : 2.9;
    vec2 p = mod(gl_FragCoord.xy, 7.0) - 3.5;
    if (r == 0.0 || dot(p, p) > r * r) discard;
    gl_FragColor = vec4(ink, 1.0);
  }`;
// How far a scan lies off the model: hatched one way where it is proud, the other way where it is short; fine lines from half of the
// tolerance, bold ones in the ink of warnings beyond it; small dots where nothing was measured.
const SCAN_FRAGMENT = /* glsl */ `
  precision highp sampler3D;
  uniform sampler3D map; uniform vec3 low; uniform vec3 span; uniform vec3 ink; uniform vec3 warn; uniform vec4 cut; varying vec3 vModel;
  void main() {
    if (dot(vModel, cut.xyz) > cut.w) discard;
    vec2 cell = texture(map, (vModel - low) / span).rg;
    if (cell.g < 0.1) {
      vec2 p = mod(gl_FragCoord.xy, 9.0) - 4.5;
      if (dot(p, p) > 0.6) discard;
      gl_FragColor = vec4(ink, 1.0);
      return;
    }
    float off = 4.0 * cell.r / cell.g - 2.0;
    if (abs(off) < 0.5) discard;
    float line = mod(gl_FragCoord.x + sign(off) * gl_FragCoord.y, 7.0);
    if (line > (abs(off) > 1.0 ? 3.2 : 1.2)) discard;
    gl_FragColor = vec4(abs(off) > 1.0 ? warn : ink, 1.0);
  }`;
const FACE_VERTEX = /* glsl */ `
  varying vec3 vModel;
  void main() { vModel = position; gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }`;

/** Nothing is cut away. */
const WHOLE = new Vector4(0, 0, 0, 1);

/** Views of a drawing sheet: from the front, from above, from the right, and two oblique ones. */
const STANDARD_VIEWS = {
  oblique: new Quaternion().setFromRotationMatrix(new Matrix4().lookAt(new Vector3(-0.75, -1.1, 0.8), new Vector3(), new Vector3(0, 0, 1))),
  front: new Quaternion().setFromRotationMatrix(new Matrix4().lookAt(new Vector3(0, -1, 0), new Vector3(), new Vector3(0, 0, 1))),
  top: new Quaternion().setFromRotationMatrix(new Matrix4().lookAt(new Vector3(0, 0, 1), new Vector3(), new Vector3(0, 1, 0))),
  below: new Quaternion().setFromRotationMatrix(new Matrix4().lookAt(new Vector3(-0.75, -1.1, -1), new Vector3(), new Vector3(0, 0, 1))),
  right: new Quaternion().setFromRotationMatrix(new Matrix4().lookAt(new Vector3(1, 0, 0), new Vector3(), new Vector3(0, 0, 1))),
} as const;
export type StandardView = keyof typeof STANDARD_VIEWS;

/** A part drawn like a shop drawing: light surface, dark outline and creases. Renders only when something changed. */
export class PartScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera();
  private readonly centre = new Vector3();
  private readonly half = new Vector3(1, 1, 1);
  private readonly turn = STANDARD_VIEWS.oblique.clone();
  private readonly cut = { value: WHOLE };
  private readonly materials: {
    surface: ShaderMaterial;
    outline: ShaderMaterial;
    crease: LineBasicMaterial;
    cap: ShaderMaterial;
    capLine: LineBasicMaterial;
    room: LineBasicMaterial;
    bent: LineMaterial;
    face: ShaderMaterial;
    work: ShaderMaterial;
    scan: ShaderMaterial;
    spot: PointsMaterial;
    within: PointsMaterial;
  };
  private part?: Mesh;
  private tags: readonly Tag[] = [];
  /** Section, marked faces and spots: taken off and put on apart from the part itself. */
  private readonly extras: {
    section: (Mesh | LineSegments)[];
    faces: Mesh[];
    work: Mesh[];
    scan: Mesh[];
    spots: Points[];
    room: LineSegments[];
    bent: LineSegments2[];
  } = {
    section: [],
    faces: [],
    work: [],
    scan: [],
    spots: [],
    room: [],
    bent: [],
  };
  /** Half width and height of the box on the screen when it was last fitted. */
  private readonly seen = new Vector2(1, 1);
  private zoom = 1;
  private frame = 0;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    ink: DrawingInk,
    private readonly drawn: (dimensions: DimensionLine[], tags: PlacedTag[]) => void,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    this.renderer.localClippingEnabled = true;
    const colour = (c: string): { value: Color } => ({ value: new Color(c).convertLinearToSRGB() });
    this.materials = {
      surface: new ShaderMaterial({
        vertexShader: SURFACE_VERTEX,
        fragmentShader: SURFACE_FRAGMENT,
        side: DoubleSide,
        polygonOffset: true,
        polygonOffsetFactor: 1,
        polygonOffsetUnits: 1,
        uniforms: {
          surface: colour(ink.surface),
          shade: colour(ink.shade),
          hatch: colour(ink.hatch),
          floorZ: { value: 0 },
          bedTolerance: { value: 0.001 },
          showHatch: { value: 1 },
          cut: this.cut,
        },
      }),
      outline: new ShaderMaterial({
        vertexShader: OUTLINE_VERTEX,
        fragmentShader: OUTLINE_FRAGMENT,
        side: BackSide,
        polygonOffset: true,
        polygonOffsetFactor: 4,
        polygonOffsetUnits: 4,
        uniforms: { ink: colour(ink.ink), width: { value: 0.004 }, cut: this.cut },
      }),
      crease: new LineBasicMaterial({ color: new Color(ink.ink) }),
      cap: new ShaderMaterial({
        vertexShader: CAP_VERTEX,
        fragmentShader: CAP_FRAGMENT,
        side: DoubleSide,
        uniforms: { paper: colour(ink.surface), ink: colour(ink.ink) },
      }),
      capLine: new LineBasicMaterial({ color: new Color(ink.ink) }),
      room: new LineBasicMaterial({ color: new Color(ink.mark) }),
      bent: new LineMaterial({ color: new Color(ink.mark), linewidth: 2, depthTest: false }),
      face: new ShaderMaterial({
        vertexShader: FACE_VERTEX,
        fragmentShader: FACE_FRAGMENT,
        side: DoubleSide,
        polygonOffset: true,
        polygonOffsetFactor: -1,
        polygonOffsetUnits: -1,
        uniforms: { ink: colour(ink.mark), cut: this.cut },
      }),
      work: new ShaderMaterial({
        vertexShader: FACE_VERTEX,
        fragmentShader: WORK_FRAGMENT,
        side: DoubleSide,
        polygonOffset: true,
        polygonOffsetFactor: -1,
        polygonOffsetUnits: -1,
        uniforms: { work: { value: null }, low: { value: new Vector3() }, span: { value: new Vector3() }, ink: colour(ink.mark), cut: this.cut },
      }),
      scan: new ShaderMaterial({
        vertexShader: FACE_VERTEX,
        fragmentShader: SCAN_FRAGMENT,
        side: DoubleSide,
        polygonOffset: true,
        polygonOffsetFactor: -1,
        polygonOffsetUnits: -1,
        uniforms: {
          map: { value: null },
          low: { value: new Vector3() },
          span: { value: new Vector3() },
          ink: colour(ink.mark),
          warn: colour(ink.hatch),
          cut: this.cut,
        },
      }),
      spot: new PointsMaterial({ color: new Color(ink.hatch), size: 3, sizeAttenuation: false }),
      within: new PointsMaterial({ color: new Color(ink.hatch), size: 3, sizeAttenuation: false, depthTest: false }),
    };
  }

  show(shape: DrawnShape): void {
    this.clear();
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(shape.vertices, 3));
    geometry.setAttribute('smoothNormal', new BufferAttribute(shape.normals, 3));
    geometry.setIndex(new BufferAttribute(shape.indices, 1));
    geometry.computeBoundingBox();
    const box = geometry.boundingBox!;
    box.getCenter(this.centre);
    box.getSize(this.half).multiplyScalar(0.5);
    this.materials.surface.uniforms['floorZ'].value = box.min.z;
    this.materials.surface.uniforms['bedTolerance'].value = Math.max(1e-3, this.half.z * 2e-5);
    const lines = new BufferGeometry();
    lines.setAttribute('position', new BufferAttribute(shape.creases, 3));
    this.part = new Mesh(geometry, this.materials.surface);
    this.scene.add(new Mesh(geometry, this.materials.outline), this.part, new LineSegments(lines, this.materials.crease));
    this.fit();
  }

  /** Low and high corner of the part as it stands. */
  bounds(): { low: Vector3; high: Vector3 } {
    return { low: this.centre.clone().sub(this.half), high: this.centre.clone().add(this.half) };
  }

  /** Cut the part open, or close it again. */
  section(s: DrawnSection | undefined): void {
    this.drop('section');
    this.cut.value = WHOLE;
    this.clip([]);
    if (s) {
      // The standard views look from −x, −y and +z: that side is taken away.
      const sign = s.axis === 'z' ? 1 : -1;
      const n = new Vector3(s.axis === 'x' ? sign : 0, s.axis === 'y' ? sign : 0, s.axis === 'z' ? sign : 0);
      this.cut.value = new Vector4(n.x, n.y, n.z, sign * s.at);
      this.clip([new Plane(n.clone().negate(), sign * s.at)]);
      const at = (positions: Float32Array): BufferGeometry => new BufferGeometry().setAttribute('position', new BufferAttribute(positions, 3));
      this.put('section', new Mesh(at(s.cap.faces), this.materials.cap), new LineSegments(at(s.cap.lines), this.materials.capLine));
    }
    this.render();
  }

  /** Dot the triangles of faces with a duty. */
  faces(triangles: Uint32Array): void {
    this.drop('faces');
    const geometry = this.part?.geometry;
    if (geometry && triangles.length) {
      const from = geometry.getIndex()!.array;
      const index = new Uint32Array(triangles.length * 3);
      triangles.forEach((t, i) => index.set([from[t * 3], from[t * 3 + 1], from[t * 3 + 2]], i * 3));
      const own = new BufferGeometry().setAttribute('position', geometry.getAttribute('position').clone()).setIndex(new BufferAttribute(index, 1));
      this.put('faces', new Mesh(own, this.materials.face));
    }
    this.render();
  }

  /** Dots that grow with how hard the surface works; none takes them away. */
  work(volume: WorkVolume | undefined): void {
    this.shade('work', 'work', volume, (v) => new Data3DTexture(v.use, ...v.n), RedFormat);
  }

  /** How far a scan lies off the part; none takes it away. */
  scan(map: ScanMap | undefined): void {
    this.shade('scan', 'map', map, (m) => new Data3DTexture(m.cells, ...m.n), RGFormat);
  }

  /** Shade the surface by what cells through its box say. */
  private shade<T extends Pick<WorkVolume, 'n' | 'low' | 'size'>>(
    kind: 'work' | 'scan',
    name: string,
    cells: T | undefined,
    made: (cells: T) => Data3DTexture,
    format: typeof RedFormat | typeof RGFormat,
  ): void {
    this.drop(kind);
    const { uniforms } = this.materials[kind];
    (uniforms[name].value as Data3DTexture | null)?.dispose();
    uniforms[name].value = null;
    if (cells && this.part) {
      const texture = made(cells);
      texture.format = format;
      texture.minFilter = texture.magFilter = LinearFilter;
      texture.unpackAlignment = 1;
      texture.needsUpdate = true;
      uniforms[name].value = texture;
      (uniforms['low'].value as Vector3).set(...cells.low);
      (uniforms['span'].value as Vector3).set(...(cells.n.map((n, k) => n * cells.size[k]) as [number, number, number]));
      const own = new BufferGeometry().setAttribute('position', this.part.geometry.getAttribute('position').clone()).setIndex(
        this.part.geometry.getIndex()!.clone(),
      );
      this.put(kind, new Mesh(own, this.materials[kind]));
    }
    this.render();
  }

  /** Lines over the drawing, as a load bends the part or where a mould parts; none takes them away. @param lines pairs of ends, xyz */
  bent(lines: Float32Array | undefined): void {
    this.drop('bent');
    if (lines?.length) this.put('bent', new LineSegments2(new LineSegmentsGeometry().setPositions(lines), this.materials.bent));
    this.render();
  }

  /** The machine's room as a box of lines, bed under the part, the part in its middle; none takes it away. */
  room(size: readonly [number, number, number] | undefined): void {
    this.drop('room');
    if (size && this.part) {
      const { x, y } = this.centre;
      const floor = this.centre.z - this.half.z;
      const [a, b, c] = size;
      const corner = (i: number): [number, number, number] => [x + (i & 1 ? a : -a) / 2, y + (i & 2 ? b : -b) / 2, floor + (i & 4 ? c : 0)];
      const edges = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((i) => [1, 2, 4].filter((bit) => !(i & bit)).flatMap((bit) => [...corner(i), ...corner(i | bit)]));
      this.put('room', new LineSegments(new BufferGeometry().setAttribute('position', new BufferAttribute(Float32Array.from(edges), 3)), this.materials.room));
    }
    this.render();
  }

  /** Small squares on places that nothing reaches. @param within they lie inside, and are seen through the part */
  spots(points: Float32Array, within = false): void {
    this.drop('spots');
    if (points.length)
      this.put('spots', new Points(new BufferGeometry().setAttribute('position', new BufferAttribute(points, 3)), this.materials[within ? 'within' : 'spot']));
    this.render();
  }

  tag(tags: readonly Tag[]): void {
    this.tags = tags;
    this.render();
  }

  /** Triangle of the part under a place on the canvas; what has been cut away is looked through. */
  pick(x: number, y: number): number | undefined {
    if (!this.part) return undefined;
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2((2 * x) / this.canvas.clientWidth - 1, 1 - (2 * y) / this.canvas.clientHeight), this.camera);
    return ray.intersectObject(this.part, false).find((h) => !this.cutAway(h.point.toArray()))?.faceIndex ?? undefined;
  }

  private put<K extends 'section' | 'faces' | 'work' | 'scan' | 'spots' | 'room' | 'bent'>(kind: K, ...things: (typeof this.extras)[K]): void {
    (this.extras[kind] as unknown[]).push(...things);
    this.scene.add(...things);
  }

  private drop(kind: 'section' | 'faces' | 'work' | 'scan' | 'spots' | 'room' | 'bent'): void {
    for (const thing of this.extras[kind].splice(0)) {
      thing.geometry.dispose();
      this.scene.remove(thing);
    }
  }

  /** Turn about the screen's axes, radians. */
  rotate(right: number, down: number): void {
    const about = (axis: Vector3, angle: number): Quaternion => new Quaternion().setFromAxisAngle(axis, angle);
    // Right–left about the part's own vertical, up–down about the screen's horizontal: the part never rolls over.
    this.turn.premultiply(about(new Vector3(0, 0, 1), -right));
    this.turn.multiply(about(new Vector3(1, 0, 0), -down));
    this.render();
  }

  scale(factor: number): void {
    this.zoom = Math.min(20, Math.max(0.3, this.zoom * factor));
    this.render();
  }

  view(name: StandardView): void {
    this.turn.copy(STANDARD_VIEWS[name]);
    this.fit();
  }

  hatch(on: boolean): void {
    this.materials.surface.uniforms['showHatch'].value = on ? 1 : 0;
    this.render();
  }

  /** Fill the frame with the box as seen from here. */
  fit(): void {
    this.zoom = 1;
    const back = this.turn.clone().invert();
    this.seen.set(0, 0);
    for (const [x, y, z] of [[1, 1, 1], [1, 1, -1], [1, -1, 1], [1, -1, -1]]) {
      const p = new Vector3(x * this.half.x, y * this.half.y, z * this.half.z).applyQuaternion(back);
      this.seen.max(new Vector2(Math.abs(p.x), Math.abs(p.y)));
    }
    this.render();
  }

  render(): void {
    cancelAnimationFrame(this.frame);
    this.frame = requestAnimationFrame(() => this.draw());
  }

  dispose(): void {
    cancelAnimationFrame(this.frame);
    this.clear();
    for (const m of Object.values(this.materials)) m.dispose();
    this.renderer.dispose();
  }

  private clear(): void {
    for (const child of [...this.scene.children]) {
      (child as Mesh).geometry.dispose();
      this.scene.remove(child);
    }
    for (const list of Object.values(this.extras)) list.length = 0;
    this.part = undefined;
    this.cut.value = WHOLE;
    this.clip([]);
  }

  private clip(planes: Plane[]): void {
    this.materials.crease.clippingPlanes = planes;
    this.materials.spot.clippingPlanes = planes;
  }

  private draw(): void {
    const width = this.canvas.clientWidth;
    const height = this.canvas.clientHeight;
    if (!width || !height) return;
    this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    this.renderer.setSize(width, height, false);
    const reach = this.half.length() || 1;
    const aspect = width / height;
    const h = (Math.max(this.seen.y, this.seen.x / aspect) * 1.3) / this.zoom;
    const w = h * aspect;
    Object.assign(this.camera, { left: -w, right: w, top: h, bottom: -h, near: 0.01, far: reach * 6 });
    this.camera.quaternion.copy(this.turn);
    this.camera.position.set(0, 0, 1).applyQuaternion(this.turn).multiplyScalar(reach * 3).add(this.centre);
    this.camera.updateProjectionMatrix();
    this.camera.updateMatrixWorld();
    this.materials.outline.uniforms['width'].value = 3 / Math.max(width, height);
    this.renderer.render(this.scene, this.camera);
    this.drawn(
      this.part ? this.dimensions(width, height) : [],
      this.tags.filter((t) => !this.cutAway(t.point)).map((t) => {
        const [x, y] = this.screen(t.point, width, height);
        return { ...t, x, y };
      }),
    );
  }

  private cutAway([px, py, pz]: readonly number[]): boolean {
    const { x, y, z, w } = this.cut.value;
    return px * x + py * y + pz * z > w + 0.01;
  }

  private screen([x, y, z]: readonly number[], width: number, height: number): [number, number] {
    const v = new Vector3(x, y, z).project(this.camera);
    return [((v.x + 1) / 2) * width, ((1 - v.y) / 2) * height];
  }

  /**
   * Length, width and height, each along that one of its four box edges which lies furthest out on the screen (low ones
   * first), a little outside the box: so no dimension line crosses the part, whatever the view.
   */
  private dimensions(width: number, height: number): DimensionLine[] {
    const half = this.half.toArray();
    const gap = 0.09 * this.half.length();
    const screen = (p: readonly number[]): [number, number] => this.screen([p[0] + this.centre.x, p[1] + this.centre.y, p[2] + this.centre.z], width, height);
    const middle = screen([0, 0, 0]);
    const lines: DimensionLine[] = [];
    for (let axis = 0; axis < 3; axis++) {
      const [b, c] = [(axis + 1) % 3, (axis + 2) % 3];
      let best = -Infinity;
      let chosen: DimensionLine | undefined;
      for (const [sb, sc] of [[-1, -1], [-1, 1], [1, -1], [1, 1]]) {
        const at = (end: number): number[] => {
          const p = [0, 0, 0];
          p[axis] = end * half[axis];
          p[b] = sb * (half[b] + 0.75 * gap);
          p[c] = sc * (half[c] + 0.75 * gap);
          return p;
        };
        const [x, y] = screen(at(0));
        const score = Math.hypot(x - middle[0], y - middle[1]) + 0.25 * (y - middle[1]);
        if (score > best) {
          best = score;
          chosen = { from: screen(at(-1)), to: screen(at(1)), length_mm: 2 * half[axis] };
        }
      }
      if (chosen && Math.hypot(chosen.to[0] - chosen.from[0], chosen.to[1] - chosen.from[1]) > 14) lines.push(chosen);
    }
    return lines;
  }
}
