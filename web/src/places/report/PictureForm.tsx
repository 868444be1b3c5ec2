import { useMutation } from '@tanstack/react-query';
import { Button, InputNumber } from 'antd';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { pictureAsPng, pictureAsSvg, type PictureSize } from '../../chart/exportPicture';
import { usePreference } from '../../data/usePreference';
import { download, fileName } from '../../parts/download';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';

/** Takes the chart out as a picture of a stated size. */
export function PictureForm({ name, build }: { name: string; build: ((size: Size) => ChartOption) | undefined }) {
  const [size, setSize] = usePreference<PictureSize>('picture', { widthMm: 160, heightMm: 100, dpi: 300 });
  const take = useMutation({
    mutationFn: async (form: 'png' | 'svg') => {
      if (!build) return;
      const picture = form === 'png' ? await pictureAsPng(build, size) : pictureAsSvg(build, size);
      download(`${fileName(name)}.${form}`, picture);
    },
  });
  const number = (label: string, field: keyof PictureSize, min: number, max: number) => (
    <Field label={label}>
      <InputNumber
        aria-label={label}
        min={min}
        max={max}
        precision={0}
        value={size[field]}
        onChange={(v) => v !== null && setSize({ ...size, [field]: v })}
      />
    </Field>
  );
  return (
    <div className="panel-pad">
      {number('Width (mm)', 'widthMm', 40, 420)}
      {number('Height (mm)', 'heightMm', 30, 420)}
      {number('Resolution (dpi)', 'dpi', 72, 1200)}
      <Sentence error={take.error} />
      <div className="buttons">
        <Button type="primary" disabled={!build} loading={take.isPending} onClick={() => take.mutate('png')}>
          PNG
        </Button>
        <Button disabled={!build} onClick={() => take.mutate('svg')}>
          SVG
        </Button>
      </div>
    </div>
  );
}
