import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useCommands } from '../../app/commands';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { Empty } from '../../parts/Empty';
import { NewSession } from './bench/NewSession';
import { DropZone } from './DropZone';
import { FieldFile } from './field/FieldFile';
import { useFieldFile } from './field/useFieldFile';
import { JoinBench } from './join/JoinBench';
import { ImportedRuns } from './ImportedRuns';
import { begin } from './state';
import { MadeUpBench } from './typed/MadeUpBench';
import { isPicture, usePictures } from './picture/usePictures';
import { PictureBench } from './picture/PictureBench';
import { TypedBench } from './typed/TypedBench';
import { useImport } from './useImport';
import { WaitingFile } from './WaitingFile';
import './intake.css';

/** What desktops put into folders of their own. */
const isOwn = (file: File): boolean => /^(\.|Thumbs\.db$|desktop\.ini$)/i.test(file.name);

/** A file comes in: dropped or chosen, seen as it was read, corrected, imported. Or a run goes on with another. */
export function IntakePlace() {
  const { campaignId, campaign, error } = useCampaign();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const work = useImport();
  const pictures = usePictures(campaignId, (id) => setSearch({ picture: String(id) }));
  const fields = useFieldFile(campaignId, (run) => void navigate(addressOf(campaignId, 'signals', run.id)));
  useCommands([
    { id: 'type-run', label: 'Type a run', run: () => setSearch({ typed: 'new' }) },
    { id: 'bench-session', label: 'Take readings from instruments', run: () => setSearch({ bench: 'new' }) },
    { id: 'make-run-up', label: 'Make a run up from a formula', run: () => setSearch({ madeUp: 'new' }) },
  ]);
  // One sending of a file is one reading of it: a new file begins with nothing corrected.
  const [sending, setSending] = useState(0);
  const [queue, setQueue] = useState<File[]>([]);
  const [file, setFile] = useState<File | null>(null);
  const again = Number(search.get('again') ?? NaN);
  const joining = Number(search.get('join') ?? NaN);
  const { mutate: send } = work.send;
  // The address can name a run whose original is to be read again.
  useEffect(() => {
    if (!Number.isNaN(again)) send({ runId: again });
  }, [again, send]);
  if (error) return <Empty title={error.message} />;
  if (!campaign) return null;
  if (campaign.runRows.some((r) => r.id === joining))
    return <JoinBench key={joining} campaign={campaign} runId={joining} onLeave={() => setSearch({})} />;
  const typed = search.get('typed');
  if (typed !== null)
    return (
      <TypedBench
        key={typed}
        campaign={campaign}
        runId={typed === 'new' ? undefined : Number(typed)}
        onMade={(id) => setSearch({ typed: String(id) })}
        onLeave={() => setSearch({})}
      />
    );
  if (search.has('picture'))
    return (
      <PictureBench
        key={search.get('picture')}
        campaign={campaign}
        pictureId={Number(search.get('picture'))}
        onLeave={() => setSearch({})}
      />
    );
  if (search.has('bench'))
    return (
      <NewSession campaign={campaign} onMade={(id) => setSearch({ typed: String(id) })} onLeave={() => setSearch({})} />
    );
  if (search.has('madeUp'))
    return (
      <MadeUpBench
        campaign={campaign}
        onMade={(id) => void navigate(addressOf(campaignId, 'signals', id))}
        onLeave={() => setSearch({})}
      />
    );
  const take = (files: readonly File[]) => {
    const [first, ...rest] = files.filter((f) => !isOwn(f));
    if (first && isPicture(first)) return pictures.send(first);
    setQueue(rest);
    if (!first) return setSending(sending + 1);
    void fields.isField(first).then((is) => {
      if (is) return fields.send(first);
      setSending((n) => n + 1);
      setFile(first);
      send(first);
    });
  };
  /** Lets go of the file in hand and takes the next one that waits. */
  const next = (uploadId: string) => {
    work.discard(uploadId);
    if (search.size > 0) setSearch({});
    take(queue);
  };
  if (fields.sent) return <FieldFile key={fields.sent.uploadId} sent={fields.sent} work={fields} />;
  const sent = work.send.data;
  if (sent)
    return (
      <WaitingFile
        key={`${sending} ${sent.uploadId}`}
        campaignId={campaignId}
        start={begin(sent)}
        work={work}
        waiting={queue.length}
        onAgain={() => next(sent.uploadId)}
        onField={
          file === null || file.name !== sent.name
            ? undefined
            : () => {
                work.discard(sent.uploadId);
                fields.send(file);
              }
        }
      />
    );
  return (
    <PlaceFrame
      title="Intake"
      context={<span className="soft">{campaign.name}</span>}
      chart={
        <DropZone
          isReading={work.send.isPending || fields.isReading}
          error={work.send.error ?? fields.sendError ?? pictures.error}
          pictures={pictures.known}
          onPicture={(id) => setSearch({ picture: String(id) })}
          next={queue[0]?.name}
          onNext={() => take(queue)}
          onFiles={take}
          onType={() => setSearch({ typed: 'new' })}
          onBench={() => setSearch({ bench: 'new' })}
          onMakeUp={() => setSearch({ madeUp: 'new' })}
        />
      }
      board={
        <ImportedRuns
          campaignId={campaignId}
          runs={campaign.runRows}
          onAgain={(id) => setSearch({ again: String(id) })}
          onJoin={(id) => setSearch({ join: String(id) })}
          onRows={(id) => setSearch({ typed: String(id) })}
        />
      }
    />
  );
}
