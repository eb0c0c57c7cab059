import {
  AmbientLight,
  BoxGeometry,
  Color,
  CylinderGeometry,
  DirectionalLight,
  DynamicDrawUsage,
  Group,
  InstancedMesh,
  Mesh,
  MeshLambertMaterial,
  Object3D,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import type { Settled } from "../api/client";

const THICK = 0.17;
const UP = new Vector3(0, 1, 0);

export type Stage = {
  show: (settled: Settled, ruler: number) => void;
  turn: (by: number, tilt: number) => void;
  zoom: (by: number) => void;
  close: () => void;
};

/** The fabric in space on a canvas: strands of yarn on a table, turned with the pointer. Throws without WebGL. */
export function stage(canvas: HTMLCanvasElement, ground: string): Stage {
  const renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: true });
  const scene = new Scene();
  scene.background = new Color(ground);
  const camera = new PerspectiveCamera(32, 1, 0.1, 2000);
  const controls = new OrbitControls(camera, canvas);
  controls.enablePan = false;
  scene.add(new AmbientLight(0xffffff, 1.7));
  const lamp = new DirectionalLight(0xffffff, 2.2);
  lamp.position.set(3, 5, 4);
  scene.add(lamp);
  let fabric: Group | null = null;

  const draw = () => {
    const [w, h] = [canvas.clientWidth, canvas.clientHeight];
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    renderer.setSize(w, h, false);
    camera.aspect = w / Math.max(1, h);
    camera.updateProjectionMatrix();
    renderer.render(scene, camera);
  };
  controls.addEventListener("change", draw);
  const sized = new ResizeObserver(draw);
  sized.observe(canvas);

  const drop = () => {
    fabric?.traverse((o) => {
      if (o instanceof Mesh) {
        o.geometry.dispose();
        o.material.dispose();
      }
    });
    if (fabric) scene.remove(fabric);
  };

  const show = (settled: Settled, ruler: number) => {
    drop();
    const { group, reach } = strands(settled, ruler);
    fabric = group;
    scene.add(group);
    if (camera.position.length() < 0.01) camera.position.set(0, reach * 2.9, reach * 3.9);
    controls.target.set(0, 0, 0);
    controls.minDistance = reach * 0.6;
    controls.maxDistance = reach * 8;
    controls.update();
    draw();
  };

  const turn = (by: number, tilt: number) => {
    const at = camera.position.clone().sub(controls.target);
    at.applyAxisAngle(UP, by);
    const side = new Vector3().crossVectors(UP, at).normalize();
    const tilted = at.clone().applyAxisAngle(side, tilt);
    if (tilted.angleTo(UP) > 0.1 && tilted.angleTo(UP) < Math.PI - 0.1) at.copy(tilted);
    camera.position.copy(at.add(controls.target));
    controls.update();
    draw();
  };

  const zoom = (by: number) => {
    camera.position.sub(controls.target).multiplyScalar(by).add(controls.target);
    controls.update();
    draw();
  };

  const close = () => {
    sized.disconnect();
    controls.dispose();
    drop();
    renderer.dispose();
  };
  return { show, turn, zoom, close };
}

/** Every stitch a rod of yarn from foot to top and on to its neighbour, and a ruler so many stitch widths long. */
function strands(settled: Settled, ruler: number): { group: Group; reach: number } {
  const rods: [Vector3, Vector3, Color][] = [];
  let [reach, low] = [1, Infinity];
  settled.threads.forEach((round, k) => {
    const ink = new Color(settled.inks[k]);
    const tops: Vector3[] = [];
    for (let i = 0; i + 5 < round.length; i += 6) {
      const [fx = 0, fy = 0, fz = 0, x = 0, y = 0, z = 0] = round.slice(i, i + 6);
      const top = new Vector3(x, z, -y);
      rods.push([new Vector3(fx, fz, -fy), top, ink]);
      tops.push(top);
      reach = Math.max(reach, Math.hypot(x, y));
      low = Math.min(low, z, fz);
    }
    tops.forEach((top, i) => {
      const next = tops[i + 1] ?? (settled.open[k] ? undefined : tops[0]);
      if (next) rods.push([top, next, ink]);
    });
  });
  const group = new Group();
  const mesh = new InstancedMesh(
    new CylinderGeometry(THICK, THICK, 1, 7),
    new MeshLambertMaterial({ color: 0xffffff }),
    rods.length,
  );
  mesh.instanceMatrix.setUsage(DynamicDrawUsage);
  const place = new Object3D();
  const along = new Vector3();
  rods.forEach(([from, to, ink], i) => {
    along.subVectors(to, from);
    const length = along.length() || 1e-3;
    place.position.addVectors(from, to).multiplyScalar(0.5);
    place.quaternion.setFromUnitVectors(UP, along.divideScalar(length));
    place.scale.set(1, length, 1);
    place.updateMatrix();
    mesh.setMatrixAt(i, place.matrix);
    mesh.setColorAt(i, ink);
  });
  group.add(mesh);
  const table = (Number.isFinite(low) ? low : 0) - THICK;
  for (let k = 0; k < 10; k++) {
    const piece = new Mesh(
      new BoxGeometry(ruler / 10, 0.12, 0.5),
      new MeshLambertMaterial({ color: k % 2 ? 0xb9a77c : 0x35593a }),
    );
    piece.position.set(-ruler / 2 + (k + 0.5) * (ruler / 10), table, reach + 1.6);
    group.add(piece);
  }
  return { group, reach };
}
