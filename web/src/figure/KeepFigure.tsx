import type { FigureBody, FigureDressing, FigureRow, FigureSource } from '@undameter/contract';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { useMutation } from '@tanstack/react-query';
import { App } from 'antd';
import { useNavigate } from 'react-router';
import { useCommands } from '../app/commands';
import { figureAddress } from '../app/places';
import { ask } from '../data/api';

interface KeepFigureProps {
  campaignId: number;
  /** What the chart shows; undefined where there is nothing to keep, or it is not saved yet. */
  source: FigureSource | undefined;
  name: string;
  /** Why there is nothing to keep. */
  why?: string;
  /** How it is dressed first, beyond the house style. */
  dress?(dressing: FigureDressing): FigureDressing;
}

/** Keeps the chart as a figure of the campaign, to be dressed for print at Report. */
export function KeepFigure({
  campaignId,
  source,
  name,
  why = 'There is nothing on the chart yet',
  dress,
}: KeepFigureProps) {
  const { message } = App.useApp();
  const navigate = useNavigate();
  const keep = useMutation({
    mutationFn: (body: FigureBody) => ask<FigureRow>(`/campaigns/${campaignId}/figures`, { body }),
    onSuccess: ({ id, number }) =>
      message.success(
        <>
          Kept as figure {number}.{' '}
          <button className="quiet" onClick={() => void navigate(figureAddress(campaignId, id))}>
            Dress it
          </button>
        </>,
        6,
      ),
    onError: (error) => message.error(error.message),
  });
  const run = (): void => {
    const plain = dressingOf(houseStyles[0]!);
    const dressing = dress ? dress(plain) : plain;
    if (source) keep.mutate({ name: name.slice(0, 120) || 'Figure', source, dressing });
  };
  useCommands(source ? [{ id: 'keep-figure', label: 'Keep the chart as a figure', run }] : []);
  return (
    <button className="quiet" disabled={!source || keep.isPending} title={source ? undefined : why} onClick={run}>
      Keep as figure
    </button>
  );
}
