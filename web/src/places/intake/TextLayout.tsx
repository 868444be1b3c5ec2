import type { Because, Layout, Why } from '@undameter/core';
import { Input, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { Sure } from './Sure';
import { parsedCuts } from './parsedCuts';

interface TextLayoutProps {
  layout: Layout;
  /** Why it was understood so; undefined once it was corrected by hand. */
  why: Why | undefined;
  /** Lines of plain text: a table from a container has its cells already. */
  plain: boolean;
  onChange(layout: Layout): void;
}

/** How lines of text become cells, and which cells say that there is no value. */
export function TextLayout(props: TextLayoutProps) {
  const { layout, why, plain, onChange } = props;
  return (
    <>
      {plain && <LineFields {...props} />}
      <Field label="Decimal sign" hint={hint(why?.decimal)}>
        <Segmented<Layout['decimal']>
          value={layout.decimal}
          onChange={(decimal) => onChange({ ...layout, decimal })}
          options={[
            { value: '.', label: 'point' },
            { value: ',', label: 'comma' },
          ]}
        />
      </Field>
      <Field
        label="No value"
        hint={
          why?.missing
            ? hint(why.missing)
            : 'Cells of your own that mean it, beside an empty one, NaN, NA, OL, -, --- …'
        }
      >
        <Select
          mode="tags"
          aria-label="No value"
          placeholder="such as -9999"
          value={layout.missing ?? []}
          tokenSeparators={[' ']}
          open={false}
          suffixIcon={null}
          onChange={(missing: string[]) => {
            const { missing: _, ...rest } = layout;
            onChange(missing.length > 0 ? { ...rest, missing } : rest);
          }}
        />
      </Field>
      {plain && <RemarkField {...props} />}
    </>
  );
}

const hint = (because: Because | undefined) => because && <Sure because={because} />;

const delimiters: { value: Layout['delimiter']; label: string }[] = [
  { value: ',', label: 'comma' },
  { value: ';', label: 'semicolon' },
  { value: '\t', label: 'tab' },
  { value: '|', label: 'bar' },
  { value: ' ', label: 'blanks' },
  { value: 'fixed', label: 'fixed width' },
];
const encodings: { value: Layout['encoding']; label: string }[] = [
  { value: 'utf-8', label: 'UTF-8' },
  { value: 'utf-16le', label: 'UTF-16, low byte first' },
  { value: 'utf-16be', label: 'UTF-16, high byte first' },
  { value: 'latin1', label: 'Latin-1' },
];

/** Where a cell of a line ends, and what the bytes mean. */
function LineFields({ layout, why, onChange }: TextLayoutProps) {
  const set = (change: Partial<Layout>) => onChange({ ...layout, ...change });
  return (
    <>
      <Field label="Delimiter" hint={hint(why?.delimiter)}>
        <Select value={layout.delimiter} onChange={(delimiter) => set({ delimiter })} options={delimiters} />
      </Field>
      {layout.delimiter === 'fixed' && (
        <Field label="Columns begin at" hint="Characters, counted from 0; or click on the ruler over the lines.">
          <Input
            key={(layout.cuts ?? []).join()}
            aria-label="Columns begin at"
            defaultValue={(layout.cuts ?? []).join(', ')}
            onBlur={(e) => set({ cuts: parsedCuts(e.target.value) })}
            onPressEnter={(e) => e.currentTarget.blur()}
          />
        </Field>
      )}
      <Field label="Encoding" hint={hint(why?.encoding)}>
        <Select value={layout.encoding} onChange={(encoding) => set({ encoding })} options={encodings} />
      </Field>
    </>
  );
}

function RemarkField({ layout, why, onChange }: TextLayoutProps) {
  return (
    <Field label="Remarks begin with" hint={hint(why?.comment)}>
      <Input
        aria-label="Remarks begin with"
        placeholder="none"
        maxLength={4}
        value={layout.comment ?? ''}
        onChange={(e) => {
          const { comment: _, ...rest } = layout;
          onChange(e.target.value === '' ? rest : { ...rest, comment: e.target.value });
        }}
      />
    </Field>
  );
}
