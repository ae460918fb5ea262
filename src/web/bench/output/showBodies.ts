/** Bodies drawn by three.js, loaded when they are looked at. */
import type { ReadBody } from '../../../core/readback';

export type ColouredBody = ReadBody & { readonly colour: string };

export interface ShownBodies {
  /** Leaves out what lies higher. */
  readonly cutAt: (heightMm: number) => void;
  /** By radians, sideways and up. */
  readonly turn: (sideways: number, up: number) => void;
  readonly end: () => void;
}

/** Throws where the browser has no WebGL. */
export async function showBodies(holder: HTMLElement, bodies: readonly ColouredBody[]): Promise<ShownBodies> {
  const three = await import('three');
  const { clientWidth, clientHeight } = holder;
  const renderer = new three.WebGLRenderer({ antialias: true, alpha: true });
  renderer.setPixelRatio(window.devicePixelRatio);
  renderer.setSize(clientWidth, clientHeight);
  renderer.localClippingEnabled = true;
  holder.append(renderer.domElement);
  const scene = new three.Scene();
  const plane = new three.Plane(new three.Vector3(0, 0, -1), 0);
  const group = new three.Group();
  for (const { triangles, colour } of bodies) {
    const geometry = new three.BufferGeometry();
    geometry.setAttribute('position', new three.BufferAttribute(new Float32Array(triangles), 3));
    geometry.computeVertexNormals();
    const material = new three.MeshLambertMaterial({
      color: colour,
      side: three.DoubleSide,
      clippingPlanes: [plane],
    });
    group.add(new three.Mesh(geometry, material));
  }
  scene.add(group, new three.AmbientLight('#ffffff', 1.6));
  const lamp = new three.DirectionalLight('#ffffff', 2);
  lamp.position.set(-0.5, -0.8, 1.6);
  scene.add(lamp);
  const box = new three.Box3().setFromObject(group);
  const [centre, size] = [box.getCenter(new three.Vector3()), box.getSize(new three.Vector3())];
  const radius = size.length() / 2;
  const camera = new three.PerspectiveCamera(35, clientWidth / clientHeight, radius / 50, radius * 20);
  camera.up.set(0, 0, 1);
  // From the front and above, as one looks at a piece on the bed.
  let [around, above] = [-Math.PI / 2, 0.9];
  const render = (): void => {
    const distance = radius * 3.1;
    camera.position.set(
      centre.x + distance * Math.cos(above) * Math.cos(around),
      centre.y + distance * Math.cos(above) * Math.sin(around),
      centre.z + distance * Math.sin(above),
    );
    camera.lookAt(centre);
    renderer.render(scene, camera);
  };
  const turn = (sideways: number, up: number): void => {
    around -= sideways;
    above = Math.min(Math.PI / 2 - 0.01, Math.max(-Math.PI / 2 + 0.01, above + up));
    render();
  };
  const drag = (event: PointerEvent): void => {
    if (event.buttons !== 0) turn(event.movementX / 150, event.movementY / 150);
  };
  renderer.domElement.addEventListener('pointermove', drag);
  render();
  return {
    cutAt: (heightMm) => {
      plane.constant = heightMm + 1e-3;
      render();
    },
    turn,
    end: () => {
      renderer.domElement.removeEventListener('pointermove', drag);
      renderer.dispose();
      renderer.domElement.remove();
    },
  };
}
