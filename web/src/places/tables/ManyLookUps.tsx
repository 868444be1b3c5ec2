import { formatValue } from '@undameter/core';
import { App, Input } from 'antd';
import { useState } from 'react';
import { answersAsText, answersInWords, answersTo, type Answer } from './manyLookUps';
import type { TableDraft, Understood } from './state';

/** More than these are in the copy, and not on the screen. */
const MOST_SHOWN = 100;

interface ManyLookUpsProps {
  draft: TableDraft;
  /** Absent while the table cannot be drawn. */
  understood: Understood | undefined;
}

/** A pasted column looked up at once, and its answers to be copied. */
export function ManyLookUps({ draft, understood }: ManyLookUpsProps) {
  const [text, setText] = useState('');
  const answers = understood ? answersTo(text, draft, understood) : [];
  return (
    <details className="many-look-ups">
      <summary>Many values at once</summary>
      <Input.TextArea
        aria-label="Many arguments"
        rows={4}
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder={
          draft.shape === 'curve' ? 'paste a column, one value a line' : 'paste two columns, both arguments a line'
        }
      />
      {!understood && text !== '' && <p className="soft">when the table can be drawn</p>}
      {answers.length > 0 && <Answers answers={answers} draft={draft} />}
    </details>
  );
}

function Answers({ answers, draft }: { answers: readonly Answer[]; draft: TableDraft }) {
  const { message } = App.useApp();
  const copy = () => {
    navigator.clipboard.writeText(answersAsText(answers, draft)).then(
      () => message.success(`${answers.length} answers on the clipboard`),
      () => message.error('The browser did not let the answers onto the clipboard.'),
    );
  };
  return (
    <>
      <p className="soft">
        {answersInWords(answers)}{' '}
        <button className="quiet" onClick={copy}>
          Copy answers
        </button>
      </p>
      <ol className="plain-list" aria-label="Answers">
        {answers.slice(0, MOST_SHOWN).map((a, k) => (
          <li key={k}>
            <code>
              {a.line.replace(/\s+/g, ' ')} → {a.value === null ? a.remark : formatValue(a.value, 6)}
            </code>
            {a.value !== null && a.remark && <span className="soft"> {a.remark}</span>}
          </li>
        ))}
      </ol>
      {answers.length > MOST_SHOWN && <p className="soft">{answers.length - MOST_SHOWN} more are in the copy.</p>}
    </>
  );
}
