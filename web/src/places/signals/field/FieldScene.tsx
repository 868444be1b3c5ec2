import { Canvas, useThree, type ThreeEvent } from '@react-three/fiber';
import { useEffect, useLayoutEffect, useMemo } from 'react';
import {
  BufferAttribute,
  BufferGeometry,
  type Camera,
  DataTexture,
  DoubleSide,
  NearestFilter,
  OrthographicCamera,
  PerspectiveCamera,
  SRGBColorSpace,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { Line2 } from 'three/addons/lines/Line2.js';
import { LineGeometry } from 'three/addons/lines/LineGeometry.js';
import { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { scaleBytes, shareOf, type SurfaceScale } from '../../../chart/surfaceScale';
import type { Palette } from '../../../theme/palette';
import { PlaneHandle, type ScenePlane } from './PlaneHandle';
import { AxisMarks, BoxOutline } from './SceneBox';
import { drawnTriangles, looks, middleOf, nearestNode, sizeOf, type Box, type Look, type Surface } from './surface';

export interface SceneLine {
  key: string;
  colour: string;
  /** x, y, z of one point after those of another. */
  points: Float32Array;
}

export interface SceneProps {
  surface: Surface;
  box: Box;
  /** Of the nodes; NaN: none. */
  values: Float32Array;
  scale: SurfaceScale;
  hidden: ReadonlySet<number>;
  hasMesh: boolean;
  isParallel: boolean;
  look: Look;
  /** Changes when the same look is asked for once more. */
  lookCount: number;
  lines: readonly SceneLine[];
  /** Node that is probed. */
  node: number | null;
  axes: readonly string[];
  palette: Palette;
  /** What hears the keys that move and turn it. */
  keys: HTMLElement | null;
  onNode(node: number): void;
  /** Of the cut in hand, where it is one by a plane. */
  plane: ScenePlane | null;
  onPlane(point: [number, number, number]): void;
}

/** A field in three dimensions; drawn when something changes, and at rest otherwise. */
export default function FieldScene(props: SceneProps) {
  const { surface, box, isParallel, hasMesh, lines, node, axes, palette } = props;
  return (
    <Canvas
      key={String(isParallel)}
      frameloop="demand"
      orthographic={isParallel}
      flat
      gl={{ preserveDrawingBuffer: true }}
    >
      <color attach="background" args={[palette.sheet]} />
      <Controls box={box} look={props.look} lookCount={props.lookCount} keys={props.keys} />
      <ColouredSurface {...props} />
      {hasMesh && <Lines positions={surface.positions} index={surface.edges} colour={palette.ink} opacity={0.28} />}
      {lines.map(({ key, points, colour }) => (
        <Trail key={key} points={points} colour={colour} ground={palette.sheet} />
      ))}
      {node !== null && (
        <Probe at={surface.positions.subarray(3 * node, 3 * node + 3)} size={sizeOf(box)} colour={palette.doubt} />
      )}
      {props.plane && <PlaneHandle plane={props.plane} box={box} colour={palette.act} onMove={props.onPlane} />}
      <BoxOutline box={box} colour={palette.faint} />
      <AxisMarks box={box} axes={axes} colour={palette.ink} />
    </Canvas>
  );
}

type ControlsProps = Pick<SceneProps, 'box' | 'look' | 'lookCount' | 'keys'>;

/** Turned by the left button, moved by the right one, nearer and farther by the wheel. */
function Controls({ box, look, lookCount, keys }: ControlsProps) {
  const { camera, gl, invalidate, set } = useThree();
  const controls = useMemo(() => new OrbitControls(camera, gl.domElement), [camera, gl]);
  useEffect(() => {
    const draw = () => invalidate();
    controls.addEventListener('change', draw);
    // Who drags something in the picture holds them meanwhile.
    set({ controls });
    return () => {
      set({ controls: null });
      controls.removeEventListener('change', draw);
      controls.dispose();
    };
  }, [controls, invalidate, set]);
  useEffect(() => {
    if (!keys) return;
    controls.listenToKeyEvents(keys);
    return () => controls.stopListenToKeyEvents();
  }, [controls, keys]);
  useLayoutEffect(() => {
    const middle = middleOf(box);
    // A window that changes its size leaves the view as it was turned.
    placeCamera(camera, box, look, Math.min(gl.domElement.clientWidth, gl.domElement.clientHeight));
    controls.target.set(...middle);
    controls.update();
    invalidate();
  }, [camera, controls, gl, box, look, lookCount, invalidate]);
  return null;
}

function placeCamera(camera: Camera, box: Box, look: Look, pixels: number): void {
  const { from, up } = looks[look];
  const span = sizeOf(box);
  const away = (1.45 * span) / Math.hypot(...from);
  const [x, y, z] = middleOf(box).map((v, k) => v + away * from[k]!) as [number, number, number];
  camera.up.set(up[0], up[1], up[2]);
  camera.position.set(x, y, z);
  if (camera instanceof OrthographicCamera) camera.zoom = pixels / (1.05 * span);
  if (camera instanceof PerspectiveCamera) camera.fov = 40;
  if (!(camera instanceof OrthographicCamera || camera instanceof PerspectiveCamera)) return;
  camera.near = span / 1000;
  camera.far = span * 100;
  camera.updateProjectionMatrix();
}

/** The triangles, coloured by where their values lie on the scale; those without a value are plain. */
function ColouredSurface({ surface, values, scale, hidden, palette, onNode }: SceneProps) {
  const invalidate = useThree((s) => s.invalidate);
  const drawn = useMemo(() => drawnTriangles(surface, values, hidden), [surface, values, hidden]);
  const shares = useMemo(() => {
    const uv = new Float32Array(2 * values.length);
    values.forEach((v, i) => {
      const share = shareOf(v, scale);
      uv[2 * i] = Number.isNaN(share) ? 0 : Math.min(1, Math.max(0, share));
      uv[2 * i + 1] = 0.5;
    });
    return uv;
  }, [values, scale]);
  const texture = useMemo(() => {
    const bytes = scaleBytes(scale);
    const made = new DataTexture(bytes, bytes.length / 4, 1);
    made.colorSpace = SRGBColorSpace;
    // A step ends where the value ends it, also in the middle of a triangle.
    made.magFilter = NearestFilter;
    made.minFilter = NearestFilter;
    made.needsUpdate = true;
    return made;
  }, [scale]);
  const coloured = useGeometry(surface.positions, drawn.coloured, shares);
  const plain = useGeometry(surface.positions, drawn.plain);
  useEffect(() => invalidate(), [coloured, plain, texture, invalidate]);
  const pick = (event: ThreeEvent<MouseEvent>): void => {
    // A turn of the view ends with a click too.
    if (event.delta > 4 || !event.face) return;
    event.stopPropagation();
    const { a, b, c } = event.face;
    const node = nearestNode(surface.positions, event.point.toArray(), [a, b, c]);
    if (node !== undefined) onNode(node);
  };
  return (
    <>
      <mesh geometry={coloured} onClick={pick}>
        <meshBasicMaterial
          key={texture.uuid}
          map={texture}
          side={DoubleSide}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      <mesh geometry={plain} onClick={pick}>
        <meshBasicMaterial
          color={palette.aside}
          side={DoubleSide}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
    </>
  );
}

function useGeometry(positions: Float32Array, index: Uint32Array, shares?: Float32Array): BufferGeometry {
  const geometry = useMemo(() => {
    const made = new BufferGeometry();
    made.setAttribute('position', new BufferAttribute(positions, 3));
    if (shares) made.setAttribute('uv', new BufferAttribute(shares, 2));
    made.setIndex(new BufferAttribute(index, 1));
    return made;
  }, [positions, index, shares]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return geometry;
}

interface LinesProps {
  positions: Float32Array;
  index: Uint32Array;
  colour: string;
  opacity: number;
}

function Lines({ positions, index, colour, opacity }: LinesProps) {
  const geometry = useGeometry(positions, index);
  return (
    <lineSegments geometry={geometry}>
      <lineBasicMaterial color={colour} transparent opacity={opacity} />
    </lineSegments>
  );
}

/** The line of a cut on its pale ground, seen through what lies before it, so that no part of it is missed. */
function Trail({ points, colour, ground }: { points: Float32Array; colour: string; ground: string }) {
  const made = useMemo(() => {
    const geometry = new LineGeometry();
    geometry.setPositions(points);
    const drawn = [
      { color: ground, linewidth: 5 },
      { color: colour, linewidth: 2 },
    ].map((how, k) => {
      const line = new Line2(geometry, new LineMaterial({ ...how, depthTest: false }));
      line.renderOrder = 2 + k;
      return line;
    });
    return { geometry, drawn };
  }, [points, colour, ground]);
  useEffect(
    () => () => {
      made.geometry.dispose();
      for (const line of made.drawn) line.material.dispose();
    },
    [made],
  );
  return made.drawn.map((line) => <primitive key={line.uuid} object={line} />);
}

const Probe = ({ at, size, colour }: { at: Float32Array; size: number; colour: string }) => (
  <mesh position={[at[0]!, at[1]!, at[2]!]} renderOrder={4}>
    <sphereGeometry args={[size / 130, 16, 12]} />
    <meshBasicMaterial color={colour} depthTest={false} />
  </mesh>
);
