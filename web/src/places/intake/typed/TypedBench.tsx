import type { AxisLook, BenchSession, CampaignReply, RunReply, SheetReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { addressOf } from '../../../app/places';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { AxesTool } from '../../../axes/AxesTool';
import { useWithAxes } from '../../../axes/useWithAxes';
import { Chart } from '../../../chart/Chart';
import { axisTitle } from '../../../chart/panes';
import { queries } from '../../../data/queries';
import { KeepFigure } from '../../../figure/KeepFigure';
import { usePreference } from '../../../data/usePreference';
import { Empty } from '../../../parts/Empty';
import { Sentence } from '../../../parts/Sentence';
import { ReadingsOfRun } from '../bench/ReadingsOfRun';
import { useNextPlace } from '../bench/useNextPlace';
import { useTheme } from '../../../theme/ThemeProvider';
import { SheetBoard } from './SheetBoard';
import { choicesOf, figureOfSheet, reachOf, sheetOption } from './sheetChart';
import { LivePanel } from './LivePanel';
import { crossingOf, crossingWords, expectedAt, liveLine, type LiveDegree } from './liveLine';
import { SheetPanel } from './SheetPanel';
import { firstShown, pastedRows, tooManyRows, valuesOf, withPasted } from './typedSheet';
import { useLineFit, useTypedRun } from './useTypedRun';
import { useWholePaste } from './useWholePaste';
import './typed.css';

interface TypedBenchProps {
  campaign: CampaignReply;
  /** Undefined for a new one. */
  runId: number | undefined;
  onMade(runId: number): void;
  onLeave(): void;
}

/** A run that is typed: rows below, each on the chart as soon as it is finished, columns and what is saved at the right. */
export function TypedBench({ runId, ...rest }: TypedBenchProps) {
  if (runId === undefined) return <SheetInHand {...rest} run={undefined} saved={undefined} session={null} />;
  return <SavedSheet {...rest} runId={runId} />;
}

function SavedSheet({ runId, ...rest }: TypedBenchProps & { runId: number }) {
  const run = useQuery(queries.run(runId));
  const sheet = useQuery(queries.sheet(runId));
  const session = useQuery(queries.session(runId));
  const error = run.error ?? sheet.error ?? session.error;
  if (error) return <Empty title={error.message} />;
  if (!run.data || !sheet.data || session.data === undefined) return null;
  return <SheetInHand {...rest} run={run.data} saved={sheet.data} session={session.data} />;
}

interface SheetInHandProps extends Omit<TypedBenchProps, 'runId'> {
  run: RunReply | undefined;
  saved: SheetReply | undefined;
  /** The instruments that its rows are taken from; null: it is typed by hand alone. */
  session: BenchSession | null;
}

function freeName({ runRows }: CampaignReply): string {
  const names = new Set(runRows.map((r) => r.name));
  let n = 1;
  while (names.has(`Typed run ${n}`)) n++;
  return `Typed run ${n}`;
}

function SheetInHand({ campaign, run, saved, session, onMade, onLeave }: SheetInHandProps) {
  const { palette } = useTheme();
  const navigate = useNavigate();
  const held = useTypedRun({
    campaignId: campaign.id,
    ...{ run, saved },
    name: freeName(campaign),
    onMade: (made) => onMade(made.id),
  });
  const { sheet, setSheet, leftOut } = held;
  const [chosen, show] = useState<{ x: number; y: number } | null>(null);
  const [row, setRow] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [sortedBy, sortBy] = useState<number | null>(null);
  const fit = useLineFit(campaign.id, run?.id, (made) => void navigate(addressOf(campaign.id, 'models', made.id)));
  const choices = choicesOf(sheet);
  const shown = chosen ?? firstShown(sheet);
  const [x, y] = [Math.min(shown.x, choices.length - 1), Math.min(shown.y, choices.length - 1)];
  useWholePaste((text) => {
    const pasted = pastedRows(text);
    if (!pasted) return false;
    const tooMany = tooManyRows(sheet, pasted.rows.length);
    setRefusal(tooMany ?? null);
    // Rows alone go where the cursor stands; the grid sees to that.
    if (tooMany === undefined && !pasted.headings && row !== null) return false;
    if (tooMany === undefined) setSheet(withPasted(sheet, pasted));
    return true;
  });
  const [degree, setDegree] = usePreference<LiveDegree>('typed.curve', 0);
  const { rows: finished, columns: typed, computed } = valuesOf(sheet);
  const columns = [...typed, ...computed.map((c) => c.values)];
  const live = liveLine(sheet, { x, y }, degree, leftOut);
  const line = live && 'fit' in live ? live : undefined;
  const [toZero, setToZero] = usePreference('typed.toZero', false);
  const crossing = toZero && line ? crossingOf(line) : undefined;
  const atBench = useNextPlace(campaign.id, session, saved, choices[x]?.symbol);
  const expected = line && atBench !== null ? expectedAt(line, atBench) : undefined;
  const axes = useWithAxes(campaign.id, `typed ${run?.id ?? 'new'}`, (size, looks) =>
    sheetOption(
      {
        ...{ sheet, x, y, leftOut, expected, palette },
        line: drawnLine(live, looks[`x ${axisTitle(choices[x]!)}`], crossing?.x),
        crossing: crossing && { x: crossing.x, words: crossingWords(crossing, choices[x]!.unit) },
      },
      size,
    ),
  );
  return (
    <PlaceFrame
      title={sheet.name || 'Typed run'}
      context={<span className="soft">{contextWords(run, session)}</span>}
      heading={
        <>
          <ShownSelect label="Up the chart" choices={choices} value={y} onChange={(to) => show({ x, y: to })} />
          over
          <ShownSelect label="Across the chart" choices={choices} value={x} onChange={(to) => show({ x: to, y })} />
          <span className="grow" />
          <KeepFigure
            campaignId={campaign.id}
            name={`${choices[y]!.name} over ${choices[x]!.name}`}
            why="Save the run first"
            source={run && held.isSaved ? figureOfSheet(run.id, choices[x]!.symbol, choices[y]!.symbol) : undefined}
          />
          <AxesTool axes={axes} />
        </>
      }
      chart={
        <>
          <Sentence error={refusal ? { message: refusal } : null} />
          {finishedRows(columns, x, y) === 0 && (
            <p className="soft panel-pad">
              {session ? 'The first reading will stand here.' : 'The first row with both values will stand here.'}
            </p>
          )}
          <Chart label={`${choices[y]?.name} over ${choices[x]?.name}, ${finished.length} rows`} build={axes.build} />
        </>
      }
      boardHeight={280}
      board={
        <SheetBoard
          sheet={sheet}
          about={session ? 'taken from instruments, or typed' : 'typed, or pasted with or without headings'}
          leftOut={leftOut}
          sortedBy={sortedBy}
          tools={<SortSelect choices={choices} value={sortedBy} onChange={sortBy} />}
          onRow={(next) => next !== null && setRow(next)}
          onChange={setSheet}
        />
      }
      panel={
        <SheetPanel
          campaignId={campaign.id}
          held={held}
          run={run}
          row={row}
          line={{ x: choices[x]?.symbol ?? '', y: choices[y]?.symbol ?? '', fit }}
          bound={boundIn(session)}
          readings={
            run &&
            saved &&
            session && (
              <ReadingsOfRun
                campaignId={campaign.id}
                {...{ run, saved, session, held, row, expected }}
                x={choices[x]!.symbol}
                y={choices[y]!}
              />
            )
          }
          live={
            <LivePanel
              degree={degree}
              line={live}
              x={choices[x]!}
              y={choices[y]!}
              range={rangeOf(columns[x])}
              onDegree={setDegree}
              toZero={toZero}
              onToZero={setToZero}
            />
          }
          onLeave={onLeave}
        />
      }
    />
  );
}

/** How many rows have both values. */
const finishedRows = (columns: readonly Float64Array[], x: number, y: number): number =>
  (columns[x] ?? new Float64Array()).filter((v, i) => Number.isFinite(v) && Number.isFinite(columns[y]?.[i])).length;

/** The ends of a column as far as it is typed. */
function rangeOf(values: Float64Array | undefined): [number, number] {
  const present = (values ?? []).filter((v) => Number.isFinite(v));
  return present.length > 0 ? [Math.min(...present), Math.max(...present)] : [0, 0];
}

const drawnLine = (live: ReturnType<typeof liveLine>, look: AxisLook | undefined, crossing: number | undefined) =>
  live && 'fit' in live ? { fit: live.fit, range: live.range, reach: reachOf(live.range, look, crossing) } : undefined;

/** Columns that instruments are set by or read into, and those that tell how sure their means are. */
const boundIn = (session: BenchSession | null): ReadonlySet<string> =>
  new Set(session?.columns.flatMap(({ symbol, spread }) => [symbol, spread ?? symbol]) ?? []);

function contextWords(run: RunReply | undefined, session: BenchSession | null): string {
  if (!run) return 'typed by hand, not saved yet';
  return session ? 'readings at the bench' : 'typed by hand';
}

interface ShownSelectProps {
  label: string;
  choices: readonly { symbol: string; name: string }[];
  value: number;
  onChange(value: number): void;
}

const ShownSelect = ({ label, choices, value, onChange }: ShownSelectProps) => (
  <Select<number>
    size="small"
    aria-label={label}
    popupMatchSelectWidth={false}
    value={value}
    onChange={onChange}
    options={choices.map(({ symbol, name }, i) => ({
      value: i,
      label: name === symbol ? symbol : `${symbol} ${name}`,
    }))}
  />
);

const AS_TYPED = -1;
interface SortSelectProps {
  choices: readonly { symbol: string }[];
  value: number | null;
  onChange(value: number | null): void;
}

const SortSelect = ({ choices, value, onChange }: SortSelectProps) => (
  <Select<number>
    size="small"
    aria-label="Rows in order of"
    popupMatchSelectWidth={false}
    value={value ?? AS_TYPED}
    onChange={(v) => onChange(v === AS_TYPED ? null : v)}
    options={[
      { value: AS_TYPED, label: 'as typed' },
      ...choices.map(({ symbol }, i) => ({ value: i, label: `by ${symbol}` })),
    ]}
  />
);
