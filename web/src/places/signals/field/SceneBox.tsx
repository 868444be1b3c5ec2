import { useEffect, useMemo } from 'react';
import { Box3, Box3Helper, CanvasTexture, Color, type LineBasicMaterial, SRGBColorSpace, Vector3 } from 'three';
import { fonts } from '../../../theme/palette';
import { boxMarks } from './boxMarks';
import { sizeOf, type Box } from './surface';

/** The edges of the box around a field. */
export function BoxOutline({ box, colour }: { box: Box; colour: string }) {
  const helper = useMemo(() => {
    const made = new Box3Helper(new Box3(new Vector3(...box.low), new Vector3(...box.high)), new Color(colour));
    (made.material as LineBasicMaterial).transparent = true;
    (made.material as LineBasicMaterial).opacity = 0.7;
    return made;
  }, [box, colour]);
  useEffect(() => () => helper.dispose(), [helper]);
  return <primitive object={helper} />;
}

/** Names of the axes and numbers along them, at the edges of the box that meet in its lowest corner. */
export function AxisMarks({ box, axes, colour }: { box: Box; axes: readonly string[]; colour: string }) {
  const size = sizeOf(box);
  const { names, numbers } = boxMarks(box, axes);
  return (
    <>
      {names.map(({ text, at }) => (
        <Label key={text} text={text} at={at} height={size / 17} colour={colour} />
      ))}
      {numbers.map(({ text, at }) => (
        <Label key={at.join(' ')} text={text} at={at} height={size / 24} colour={colour} />
      ))}
    </>
  );
}

interface LabelProps {
  text: string;
  at: [number, number, number];
  /** In units of the coordinates. */
  height: number;
  colour: string;
}

const PIXELS = 72;

/** Words that face whoever looks. */
function Label({ text, at, height, colour }: LabelProps) {
  const drawn = useMemo(() => {
    const canvas = document.createElement('canvas');
    const context = canvas.getContext('2d')!;
    const font = `500 ${PIXELS * 0.7}px ${fonts.words}`;
    context.font = font;
    canvas.width = Math.ceil(context.measureText(text).width) + 8;
    canvas.height = PIXELS;
    context.font = font;
    context.fillStyle = colour;
    context.textBaseline = 'middle';
    context.fillText(text, 4, PIXELS / 2);
    const texture = new CanvasTexture(canvas);
    texture.colorSpace = SRGBColorSpace;
    return { texture, ratio: canvas.width / canvas.height };
  }, [text, colour]);
  useEffect(() => () => drawn.texture.dispose(), [drawn]);
  return (
    <sprite position={at} scale={[height * drawn.ratio, height, 1]} renderOrder={5}>
      <spriteMaterial map={drawn.texture} depthTest={false} />
    </sprite>
  );
}
