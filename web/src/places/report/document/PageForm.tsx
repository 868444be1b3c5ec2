import { Checkbox, Input, Select } from 'antd';
import { Field } from '../../../parts/Field';
import type { ReportHeld } from './useReportInHand';

/** Size of the printed page, the lines at its head, the author, the list of contents. */
export function PageForm({ held: { page, setPage, name, rename } }: { held: ReportHeld }) {
  const line = (label: string, key: 'headLeft' | 'headRight' | 'author') => (
    <Field label={label}>
      <Input
        size="small"
        aria-label={label}
        maxLength={200}
        value={page[key]}
        onChange={(e) => setPage({ ...page, [key]: e.target.value })}
      />
    </Field>
  );
  return (
    <details className="page-form">
      <summary>
        Title and page <span className="soft">{page.size === 'A4' ? 'A4' : 'Letter'}</span>
      </summary>
      <div className="panel-pad">
        <Field label="Title">
          <Input
            size="small"
            aria-label="Title"
            maxLength={120}
            status={name.trim() === '' ? 'error' : ''}
            value={name}
            onChange={(e) => rename(e.target.value)}
          />
        </Field>
        {line('Author', 'author')}
        {line('Head, left', 'headLeft')}
        {line('Head, right', 'headRight')}
        <Field label="Page">
          <Select
            size="small"
            aria-label="Page"
            value={page.size}
            options={[
              { value: 'A4', label: 'A4, 210 × 297 mm' },
              { value: 'LETTER', label: 'Letter, 216 × 279 mm' },
            ]}
            onChange={(size: 'A4' | 'LETTER') => setPage({ ...page, size })}
          />
        </Field>
        <Field label="">
          <Checkbox checked={page.contents} onChange={(e) => setPage({ ...page, contents: e.target.checked })}>
            List of contents
          </Checkbox>
        </Field>
      </div>
    </details>
  );
}
