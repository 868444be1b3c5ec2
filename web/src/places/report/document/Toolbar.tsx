import {
  BoldOutlined,
  ItalicOutlined,
  OrderedListOutlined,
  RedoOutlined,
  TableOutlined,
  UndoOutlined,
  UnorderedListOutlined,
} from '@ant-design/icons';
import { useEditorState, type Editor } from '@tiptap/react';
import { Button, Dropdown, Select, Tooltip } from 'antd';
import type { ReactNode } from 'react';
import { TRIGGER } from './suggestions';

const SYMBOLS = [...'±×·°′µΩ≈≤≥≠−→√∞αβγδΔεηθλνπρσΣτφωχ²³½'];
const blockKinds = [
  { value: 0, label: 'Paragraph' },
  { value: 1, label: 'Heading 1' },
  { value: 2, label: 'Heading 2' },
  { value: 3, label: 'Heading 3' },
];

/** What can be done to the text at the cursor. */
export function Toolbar({ editor, saved }: { editor: Editor; saved: ReactNode }) {
  const at = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      level: ([1, 2, 3] as const).find((level) => e.isActive('heading', { level })) ?? 0,
      marks: (['bold', 'italic', 'superscript', 'subscript'] as const).filter((m) => e.isActive(m)),
      isNumbered: e.isActive('orderedList'),
      isBulleted: e.isActive('bulletList'),
      isInTable: e.isActive('table'),
      canUndo: e.can().undo(),
      canRedo: e.can().redo(),
    }),
  });
  const chain = () => editor.chain().focus();
  const setLevel = (level: number) =>
    level === 0
      ? chain().setParagraph().run()
      : chain()
          .setHeading({ level: level as 1 | 2 | 3 })
          .run();
  const mark = (name: (typeof at.marks)[number], title: string, face: ReactNode) => (
    <Tool title={title} isOn={at.marks.includes(name)} onClick={() => chain().toggleMark(name).run()}>
      {face}
    </Tool>
  );
  return (
    <div className="report-tools" role="toolbar" aria-label="Of the text">
      <Select size="small" aria-label="Kind of block" value={at.level} options={blockKinds} onChange={setLevel} />
      {mark('bold', 'Bold', <BoldOutlined />)}
      {mark('italic', 'Italic', <ItalicOutlined />)}
      {mark('superscript', 'Raised, x²', <>x²</>)}
      {mark('subscript', 'Lowered, x₂', <>x₂</>)}
      <Tool title="Numbered list" isOn={at.isNumbered} onClick={() => chain().toggleOrderedList().run()}>
        <OrderedListOutlined />
      </Tool>
      <Tool title="List" isOn={at.isBulleted} onClick={() => chain().toggleBulletList().run()}>
        <UnorderedListOutlined />
      </Tool>
      <Dropdown menu={{ items: tableItems(editor, at.isInTable) }} trigger={['click']}>
        <Button size="small" type="text" aria-label="Table" icon={<TableOutlined />} />
      </Dropdown>
      <Dropdown
        trigger={['click']}
        popupRender={() => (
          <div className="symbol-list">
            {SYMBOLS.map((s) => (
              <button key={s} onClick={() => chain().insertContent(s).run()}>
                {s}
              </button>
            ))}
          </div>
        )}
      >
        <Button size="small" type="text" aria-label="Symbol">
          Ω
        </Button>
      </Dropdown>
      <Tool title="Page break" onClick={() => chain().insertContent({ type: 'pageBreak' }).run()}>
        ⤓
      </Tool>
      <Button size="small" type="link" onClick={() => chain().insertContent(TRIGGER).run()}>
        Put in <kbd>{TRIGGER}</kbd>
      </Button>
      <Tool title="Undo" isDisabled={!at.canUndo} onClick={() => chain().undo().run()}>
        <UndoOutlined />
      </Tool>
      <Tool title="Redo" isDisabled={!at.canRedo} onClick={() => chain().redo().run()}>
        <RedoOutlined />
      </Tool>
      <span className="grow" />
      {saved}
    </div>
  );
}

interface ToolProps {
  title: string;
  isOn?: boolean;
  isDisabled?: boolean;
  onClick(): void;
  children: ReactNode;
}

const Tool = ({ title, isOn = false, isDisabled = false, onClick, children }: ToolProps) => (
  <Tooltip title={title} mouseEnterDelay={0.6}>
    <Button
      size="small"
      type="text"
      aria-label={title}
      aria-pressed={isOn}
      className={isOn ? 'tool-on' : ''}
      disabled={isDisabled}
      onClick={onClick}
    >
      {children}
    </Button>
  </Tooltip>
);

function tableItems(editor: Editor, isInTable: boolean) {
  const chain = () => editor.chain().focus();
  if (!isInTable)
    return [
      {
        key: 'new',
        label: 'Table of 3 columns',
        onClick: () => chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
      },
    ];
  return [
    { key: 'row', label: 'Row below', onClick: () => chain().addRowAfter().run() },
    { key: 'column', label: 'Column to the right', onClick: () => chain().addColumnAfter().run() },
    { key: 'less-rows', label: 'Delete the row', onClick: () => chain().deleteRow().run() },
    { key: 'less-columns', label: 'Delete the column', onClick: () => chain().deleteColumn().run() },
    { key: 'none', label: 'Delete the table', onClick: () => chain().deleteTable().run() },
  ];
}
