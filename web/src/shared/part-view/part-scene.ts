import {
  BackSide, BufferAttribute, BufferGeometry, Color, DoubleSide, LineBasicMaterial, LineSegments, Matrix4, Mesh, OrthographicCamera, Quaternion, Scene, ShaderMaterial, Vector2, Vector3, WebGLRenderer,
} from 'three';
import type { DrawnShape } from '../../workers/shape.worker';

/** Colours of the drawing, taken from the page's tokens. */
export interface DrawingInk {
  surface: string;
  shade: string;
  ink: string;
  hatch: string;
}

/** A dimension of the box in screen pixels, for the overlay. */
export interface DimensionLine {
  from: [number, number];
  to: [number, number];
  length_mm: number;
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
  uniform vec3 surface; uniform vec3 shade; uniform vec3 hatch; uniform float floorZ; uniform float bedTolerance; uniform float showHatch;
  varying vec3 vView; varying vec3 vModel;
  void main() {
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
  void main() {
    vec4 clip = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
    vec3 n = (modelViewMatrix * vec4(smoothNormal, 0.0)).xyz;
    // Full width where the face turns away from the eye; none where it faces it, or the line would stick out anywhere.
    clip.xy += n.xy / max(length(n.xy), 0.5) * width * clip.w;
    gl_Position = clip;
  }`;
const OUTLINE_FRAGMENT = /* glsl */ `uniform vec3 ink; void main() { gl_FragColor = vec4(ink, 1.0); }`;

/** Views of a drawing sheet: from the front, from above, from the right, and two oblique ones. */
export const STANDARD_VIEWS = {
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
  private readonly materials: { surface: ShaderMaterial; outline: ShaderMaterial; crease: LineBasicMaterial };
  /** Half width and height of the box on the screen when it was last fitted. */
  private readonly seen = new Vector2(1, 1);
  private zoom = 1;
  private frame = 0;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    ink: DrawingInk,
    private readonly drawn: (dimensions: DimensionLine[]) => void,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    const colour = (c: string): { value: Color } => ({ value: new Color(c).convertLinearToSRGB() });
    this.materials = {
      surface: new ShaderMaterial({
        vertexShader: SURFACE_VERTEX, fragmentShader: SURFACE_FRAGMENT, side: DoubleSide, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1,
        uniforms: { surface: colour(ink.surface), shade: colour(ink.shade), hatch: colour(ink.hatch), floorZ: { value: 0 }, bedTolerance: { value: 0.001 }, showHatch: { value: 1 } },
      }),
      outline: new ShaderMaterial({ vertexShader: OUTLINE_VERTEX, fragmentShader: OUTLINE_FRAGMENT, side: BackSide, polygonOffset: true, polygonOffsetFactor: 4, polygonOffsetUnits: 4, uniforms: { ink: colour(ink.ink), width: { value: 0.004 } } }),
      crease: new LineBasicMaterial({ color: new Color(ink.ink) }),
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
    this.scene.add(new Mesh(geometry, this.materials.outline), new Mesh(geometry, this.materials.surface), new LineSegments(lines, this.materials.crease));
    this.fit();
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
    this.drawn(this.scene.children.length ? this.dimensions(width, height) : []);
  }

  /**
   * Length, width and height, each along that one of its four box edges which lies furthest out on the screen (low ones
   * first), a little outside the box: so no dimension line crosses the part, whatever the view.
   */
  private dimensions(width: number, height: number): DimensionLine[] {
    const half = this.half.toArray();
    const gap = 0.09 * this.half.length();
    const screen = (p: readonly number[]): [number, number] => {
      const v = new Vector3(...(p as [number, number, number])).add(this.centre).project(this.camera);
      return [((v.x + 1) / 2) * width, ((1 - v.y) / 2) * height];
    };
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
