import type { ReportBody, ReportRow, TemplateRow } from '@undameter/contract';
import { frameOf, templates, type CampaignThings } from '@undameter/writing';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { Empty } from '../../../parts/Empty';
import { Sentence } from '../../../parts/Sentence';

interface NewReportProps {
  campaignId: number;
  onMade(id: number): void;
  /** Leaves without a new one; absent where there is none to go back to. */
  onCancel?: () => void;
}

/** Frames for a new report: those that ship, and those that were saved here. */
export function NewReport({ campaignId, onMade, onCancel }: NewReportProps) {
  const client = useQueryClient();
  const things = useThings(campaignId);
  const { data: own = [] } = useQuery(queries.templates(campaignId));
  const make = useMutation({
    mutationFn: (body: ReportBody) => ask<ReportRow>(`/campaigns/${campaignId}/reports`, { body }),
    onSuccess: async (row) => {
      await client.refetchQueries({ queryKey: queries.reports(campaignId).queryKey });
      onMade(row.id);
    },
  });
  const remove = useMutation({ mutationFn: (id: number) => ask(`/templates/${id}`, { method: 'DELETE' }) });
  const begin = (kind: string, name: string, document: ReportBody['document']) =>
    make.mutate({ kind, name, document, page });
  const name = things?.name ?? '';
  return (
    <Empty title="A new report">
      <p>Its numbers, figures and tables stay alive: they follow the campaign until you say otherwise.</p>
      <Sentence error={make.error ?? remove.error} />
      <ul className="template-list">
        {templates.map((t) => (
          <li key={t.kind}>
            <Button
              disabled={!things || make.isPending}
              onClick={() => begin(t.kind, `${t.title}: ${name}`.slice(0, 120), t.documentOf(things!.things))}
            >
              {t.title}
            </Button>
            <span className="soft">{t.about}</span>
          </li>
        ))}
        {own.map((t) => (
          <li key={t.id}>
            <Button
              disabled={make.isPending}
              onClick={() => begin(t.name.slice(0, 60), t.name, documentFor(t, campaignId))}
            >
              {t.name}
            </Button>
            <span className="soft">saved here</span>
            <button className="quiet" onClick={() => remove.mutate(t.id)}>
              Delete
            </button>
          </li>
        ))}
      </ul>
      {onCancel && <Button onClick={onCancel}>Back</Button>}
    </Empty>
  );
}

const page: ReportBody['page'] = { size: 'A4', headLeft: '', headRight: '', author: '', contents: false };

/** Within its own campaign a template shows what it showed; in another one it says what belongs there. */
const documentFor = (template: TemplateRow, campaignId: number): ReportBody['document'] =>
  template.campaignId === campaignId ? template.document : frameOf(template.document);

function useThings(campaignId: number): { name: string; things: CampaignThings } | undefined {
  const { data: campaign } = useQuery(queries.campaign(campaignId));
  const { data: figures } = useQuery(queries.figures(campaignId));
  const { data: findings } = useQuery(queries.findings(campaignId));
  const { data: fits } = useQuery(queries.fits(campaignId));
  const { data: comparisons } = useQuery(queries.comparisons(campaignId));
  const { data: sensors } = useQuery(queries.sensors(campaignId));
  if (!campaign || !figures || !findings || !fits || !comparisons || !sensors) return undefined;
  const { name, question, runRows } = campaign;
  return {
    name,
    things: { question, runs: runRows, figures, findings, fits, comparisons, hasSensors: sensors.length > 0 },
  };
}
