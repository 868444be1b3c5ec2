import type {
  CampaignReply,
  ComparisonBody,
  ComparisonReply,
  ComparisonRow,
  FigureSource,
  FitRow,
} from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Button, Segmented } from 'antd';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { AxesTool } from '../../axes/AxesTool';
import type { Looks } from '../../axes/looks';
import { useWithAxes } from '../../axes/useWithAxes';
import { useOpenThing } from '../../app/useOpenThing';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { useFormDraft } from '../../data/useDraft';
import { useKeeping } from '../../data/useKeeping';
import { KeepFigure } from '../../figure/KeepFigure';
import { Empty, NotThere } from '../../parts/Empty';
import { KeepButtons } from '../../parts/KeepButtons';
import { Picker } from '../../parts/Picker';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { compareOption, differenceViews, type DifferenceView } from '../../chart/compareOption';
import { axisTitle } from '../../chart/panes';
import { ComparisonForm } from './ComparisonForm';
import { DifferenceBoard } from './DifferenceBoard';
import { rowsOf } from './differenceRows';
import { bodyOf, isWhole, newComparison, sameComparison } from './draft';
import { GroupCharts } from './GroupCharts';
import { commonRanges, dressedForGroups, figureOfGroups, turnedIn } from './groups';
import { GroupVerdicts } from './GroupVerdicts';
import { VerdictPanel } from './VerdictPanel';

/** Points of a run as reference, fits and runs as candidates, and the differences between them. */
export function ComparePlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: rows } = useQuery(queries.comparisons(campaignId));
  const { data: fits } = useQuery(queries.fits(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'compare', rows ?? []);
  useCommands([{ id: 'new-comparison', label: 'New comparison', run: begin }]);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !rows || !fits) return null;
  if (campaign.runRows.length === 0)
    return (
      <Empty title="Nothing to compare yet">
        <p>
          Bring a log and a simulated result in at <Link to={addressOf(campaignId, 'intake')}>Intake</Link> first.
        </p>
      </Empty>
    );
  if (missing !== undefined) return <NotThere what="comparison" id={missing} />;
  return (
    <ComparisonInHand
      key={key}
      name={key}
      campaign={campaign}
      fits={fits}
      row={row}
      start={row ? bodyOf(row) : newComparison(`Comparison ${rows.length + 1}`, campaign.runRows, fits)}
      picker={
        <Picker<number>
          label="Comparison"
          placeholder="new comparison"
          value={row?.id}
          options={rows.map((r) => ({ value: r.id, label: r.name }))}
          onChange={open}
        />
      }
      onOpen={open}
      onNew={begin}
    />
  );
}

interface InHandProps {
  campaign: CampaignReply;
  fits: readonly FitRow[];
  row: ComparisonRow | undefined;
  start: ComparisonBody;
  /** Names what is in hand, and its draft. */
  name: string;
  picker: ReactNode;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

/** A comparison in hand: what is asked of the server for it, and what of it is saved. */
function useComparisonInHand({ campaign, row, start, name, onOpen }: InHandProps) {
  const [body, setBody] = useFormDraft(`${campaign.id}.${name}`, start, sameComparison);
  const [taken, take] = useState<string | null>(null);
  const isWholeBody = isWhole(body);
  const asked = { ...body, name: body.name.trim() || 'comparison', campaignId: campaign.id };
  const result = useQuery(queries.trialComparison(asked, isWholeBody));
  const reply = isWholeBody && !result.error ? result.data : undefined;
  const rows = reply ? rowsOf(reply) : [];
  const keeping = useKeeping('comparisons', campaign.id, row?.id, (id) => {
    setBody(start);
    onOpen(id);
  });
  return {
    body,
    setBody,
    keeping,
    reply,
    rows,
    waiting: result.isFetching && !reply,
    error: isWholeBody ? result.error : null,
    isSaved: row !== undefined && sameComparison(bodyOf(row), body),
    inHand: rows.find((r) => r.key === taken) ?? rows.find((r) => r.candidate) ?? rows[0],
    take,
  };
}

function ComparisonInHand(props: InHandProps) {
  const { campaign, picker } = props;
  const { palette } = useTheme();
  const [view, setView] = useState<DifferenceView>('difference');
  const held = useComparisonInHand(props);
  const { body, reply } = held;
  const isGrouped = reply !== undefined && reply.groups.length > 0;
  const draw = (size: Size, looks: Looks) => {
    if (!reply) return {};
    // The differences keep clear of the title of their low pane, with their bars.
    const { difference } = commonRanges(reply, turnedIn(reply, looks));
    return compareOption(reply, palette, size, view, { main: undefined, difference });
  };
  const axes = useWithAxes(campaign.id, `comparison ${reply?.x.symbol ?? ''} ${reply?.y.symbol ?? ''} ${view}`, draw);
  const label = reply
    ? `${reply.y.name}: ${reply.reference} against its candidates, and the differences`
    : 'No comparison yet';
  return (
    <PlaceFrame
      title={body.name || 'Comparison'}
      context={picker}
      ledger={<Ledger campaignId={campaign.id} runId={body.reference.runId} />}
      heading={
        <ComparisonHeading reply={reply} view={view} onView={setView}>
          <KeepFigure
            campaignId={campaign.id}
            name={body.name}
            why="Save the comparison first"
            source={held.isSaved && props.row ? figureOf(reply, props.row.id, view) : undefined}
            dress={(dressing) =>
              isGrouped ? dressedForGroups(dressing, reply, axes.held.looks[`y ${axisTitle(reply.y)}`]) : dressing
            }
          />
          {reply && <AxesTool axes={axes} />}
        </ComparisonHeading>
      }
      chart={
        <>
          <Sentence error={held.error} />
          {isGrouped ? (
            <GroupCharts reply={reply} view={view} looks={axes.held.looks} />
          ) : (
            <Chart label={label} build={axes.build} />
          )}
        </>
      }
      boardHeight={196}
      board={
        <DifferenceBoard
          reply={reply}
          rows={held.rows}
          waiting={held.waiting}
          inHand={held.inHand?.key ?? null}
          onTake={held.take}
        />
      }
      panel={<ComparisonPanel {...props} held={held} />}
    />
  );
}

const figureOf = (reply: ComparisonReply | undefined, comparisonId: number, below: DifferenceView): FigureSource =>
  reply && reply.groups.length > 0
    ? figureOfGroups(reply, comparisonId, below)
    : { kind: 'comparison', comparisonId, below };

interface HeadingProps {
  reply: ComparisonReply | undefined;
  view: DifferenceView;
  onView(view: DifferenceView): void;
  children: ReactNode;
}

function ComparisonHeading({ reply, view, onView, children }: HeadingProps) {
  return (
    <>
      <b className="clip wide">
        {reply
          ? `${reply.reference} against ${reply.candidates.map((c) => c.name).join(', ')}`
          : 'Choose what is compared at the right'}
      </b>
      <span className="grow" />
      {children}
      <Segmented<DifferenceView>
        size="small"
        aria-label="Below"
        value={view}
        onChange={onView}
        options={Object.entries(differenceViews).map(([value, label]) => ({ value: value as DifferenceView, label }))}
      />
    </>
  );
}

type PanelProps = InHandProps & { held: ReturnType<typeof useComparisonInHand> };

/** The verdict on the candidate in hand, the form, and what is saved. */
function ComparisonPanel({ campaign, fits, row, start, onNew, held }: PanelProps) {
  const { body, setBody, keeping, reply, isSaved, inHand } = held;
  const { data: conditions = [] } = useQuery(queries.conditions(campaign.id));
  return (
    <>
      <header className="panel-head">
        <h2>Comparison</h2>
        <span className="grow" />
        <button className="quiet" onClick={onNew}>
          + Comparison
        </button>
      </header>
      {reply && reply.groups.length > 0 && (
        <GroupVerdicts campaignId={campaign.id} reply={reply} comparisonId={isSaved ? row?.id : undefined} />
      )}
      {reply && inHand && (
        <VerdictPanel
          campaignId={campaign.id}
          reply={reply}
          row={inHand}
          comparisonId={isSaved ? row?.id : undefined}
        />
      )}
      <ComparisonForm campaign={campaign} fits={fits} conditions={conditions} body={body} onChange={setBody} />
      <div className="panel-pad">
        <KeepButtons
          keeping={keeping}
          label={isSaved ? 'Saved' : 'Save'}
          disabled={isSaved || !isWhole(body) || body.name.trim() === ''}
          onSave={() => keeping.save(body)}
          deletable={row !== undefined}
        >
          {row && !isSaved && <Button onClick={() => setBody(start)}>As saved</Button>}
          {row && isSaved && (
            <Button onClick={() => keeping.copy({ ...body, name: `${body.name}, copy` })}>Copy</Button>
          )}
        </KeepButtons>
      </div>
    </>
  );
}
