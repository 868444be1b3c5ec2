import { useThree, type ThreeEvent } from '@react-three/fiber';
import { useRef, useState } from 'react';
import { DoubleSide, Quaternion, Vector3 } from 'three';
import { alongNormal, movedPoint } from './planeInSpace';
import { sizeOf, type Box } from './surface';

type Three = [number, number, number];

export interface ScenePlane {
  point: Three;
  /** Of length one. */
  normal: Three;
}

interface PlaneHandleProps {
  plane: ScenePlane;
  box: Box;
  colour: string;
  onMove(point: Three): void;
}

/** It is so large, of the diagonal of the box. */
const SHARE = 0.7;

/** Whether the view turns under the hand. */
function letTurn(controls: { enabled: boolean } | null, isFree: boolean): void {
  if (controls) controls.enabled = isFree;
}

/** The plane of a cut, which is dragged along its direction; the view does not turn meanwhile. */
export function PlaneHandle({ plane, box, colour, onMove }: PlaneHandleProps) {
  const controls = useThree((s) => s.controls) as { enabled: boolean } | null;
  const [isHeld, setHeld] = useState(false);
  const begun = useRef<{ point: Three; at: number } | undefined>(undefined);
  const { point, normal } = plane;
  const turned = new Quaternion().setFromUnitVectors(new Vector3(0, 0, 1), new Vector3(...normal));
  const placeOf = (event: ThreeEvent<PointerEvent>, from: Three): number | undefined => {
    const { origin, direction } = event.ray;
    return alongNormal({ origin: origin.toArray(), direction: direction.toArray() }, from, normal);
  };
  const take = (event: ThreeEvent<PointerEvent>): void => {
    const at = placeOf(event, point);
    if (at === undefined || event.button !== 0) return;
    event.stopPropagation();
    (event.target as Element).setPointerCapture(event.pointerId);
    begun.current = { point, at };
    setHeld(true);
    letTurn(controls, false);
  };
  const move = (event: ThreeEvent<PointerEvent>): void => {
    if (!begun.current) return;
    event.stopPropagation();
    const at = placeOf(event, begun.current.point);
    if (at !== undefined) onMove(movedPoint(begun.current.point, normal, at - begun.current.at, box));
  };
  const letGo = (event: ThreeEvent<PointerEvent>): void => {
    if (!begun.current) return;
    event.stopPropagation();
    begun.current = undefined;
    setHeld(false);
    letTurn(controls, true);
  };
  return (
    <mesh
      position={point}
      quaternion={turned}
      onPointerDown={take}
      onPointerMove={move}
      onPointerUp={letGo}
      onPointerCancel={letGo}
      renderOrder={1}
    >
      <planeGeometry args={[SHARE * sizeOf(box), SHARE * sizeOf(box)]} />
      <meshBasicMaterial
        color={colour}
        transparent
        opacity={isHeld ? 0.28 : 0.16}
        side={DoubleSide}
        depthWrite={false}
      />
    </mesh>
  );
}
