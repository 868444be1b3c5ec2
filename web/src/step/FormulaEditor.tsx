import {
  autocompletion,
  completionKeymap,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import { useEffect, useRef } from 'react';

interface Word {
  text: string;
  kind: string;
  explanation: string;
}
interface FormulaEditorProps {
  value: string;
  /** What can be put in: symbols, tables, functions. */
  words: readonly Word[];
  /** What is wrong, and at which character. */
  problem: { at: number; message: string } | null;
  onChange(value: string): void;
}

/** The units that are offered behind a number; any other can be typed. */
const UNITS = [
  'm',
  'mm',
  's',
  'min',
  'h',
  'Hz',
  'rpm',
  'rad/s',
  'm/s',
  'm/s^2',
  'kg',
  'N',
  'N m',
  'kg m^2',
  'Pa',
  'kPa',
  'bar',
  'W',
  'kW',
  'J',
  '°C',
  'K',
  'L/min',
  'm^3/h',
  'kg/m^3',
  'V',
  'A',
  'ohm',
];

/** A line of formula with completion of what the run and the campaign have, and its error marked at the character. */
export default function FormulaEditor({ value, words, problem, onChange }: FormulaEditorProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const newest = useRef({ words, onChange });
  useEffect(() => {
    newest.current = { words, onChange };
  });
  useEffect(() => {
    const made = new EditorView({
      parent: place.current!,
      state: EditorState.create({
        doc: value,
        extensions: [
          history(),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': 'Formula', spellcheck: 'false' }),
          placeholder('(p_d - p_s) / (rho_w(T_w) * g_n)'),
          autocompletion({ override: [(context) => offered(context, newest.current.words)], icons: false }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) newest.current.onChange(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, []); // eslint-disable-line react-hooks/exhaustive-deps -- the editor keeps its own text; what comes from outside is taken over below
  useEffect(() => {
    const now = view.current!.state.doc.toString();
    if (now !== value) view.current!.dispatch({ changes: { from: 0, to: now.length, insert: value } });
  }, [value]);
  useEffect(() => {
    const { state } = view.current!;
    const from = Math.min(problem?.at ?? 0, Math.max(0, state.doc.length - 1));
    const marks =
      problem && state.doc.length > 0
        ? [{ from, to: from + 1, severity: 'error' as const, message: problem.message }]
        : [];
    view.current!.dispatch(setDiagnostics(state, marks));
  }, [problem?.at, problem?.message]); // eslint-disable-line react-hooks/exhaustive-deps -- the object is new each time, its parts are not
  return <div className="formula-editor" ref={place} />;
}

function offered(context: CompletionContext, words: readonly Word[]): CompletionResult | null {
  const unit = context.matchBefore(/\[[^\]]*/);
  if (unit)
    return {
      from: unit.from + 1,
      options: UNITS.map((label) => ({ label, apply: `${label}]`, type: 'unit' })),
      validFor: /^[^\]]*$/,
    };
  const word = context.matchBefore(/[\p{L}][\p{L}\p{N}_]*/u);
  if (!word && !context.explicit) return null;
  const options = words.map(({ text, kind, explanation }) => ({
    label: text.replace(/[( ]$/, ''),
    apply: text,
    detail: kind,
    info: explanation,
  }));
  return { from: word?.from ?? context.pos, options, validFor: /^[\p{L}\p{N}_]*$/u };
}
