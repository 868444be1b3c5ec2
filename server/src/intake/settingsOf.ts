import type { ColumnChoice, Preview } from '@undameter/core';
import type { RunReply, UploadReply } from '@undameter/contract';

type Again = NonNullable<UploadReply['again']>;

/** The settings with which a run was read, as choices for the columns that its file shows now. */
export function settingsOf(
  run: Pick<RunReply, 'id' | 'name' | 'kind' | 'along' | 'declared'>,
  preview: Preview,
): Omit<Again, 'layout' | 'preview'> {
  const choices = preview.columns.map(({ index, name, symbol, unit, reading }): ColumnChoice => {
    const channel = run.declared.find((c) => c.reading?.index === index);
    return channel?.reading
      ? { index, keep: true, name: channel.name, symbol: channel.symbol, unit: channel.unit, reading: channel.reading }
      : { index, keep: false, name, symbol, unit, reading };
  });
  const along = run.declared.find((c) => c.symbol === run.along)?.reading?.index ?? null;
  return { runId: run.id, runName: run.name, kind: run.kind, choices, along };
}
