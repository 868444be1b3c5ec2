import type { CampaignReply, PictureRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Checkbox } from 'antd';
import { useState } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { useCommands } from '../../../app/commands';
import { queries } from '../../../data/queries';
import { Empty } from '../../../parts/Empty';
import { Sentence } from '../../../parts/Sentence';
import '../typed/typed.css';
import './picture.css';
import type { Shows } from './drawPicture';
import { axesOf } from './pictureSheet';
import { PicturePanel } from './PicturePanel';
import { PictureStage } from './PictureStage';
import { PointsBoard } from './PointsBoard';
import { usePictureInHand } from './usePictureInHand';

interface PictureBenchProps {
  campaign: CampaignReply;
  pictureId: number;
  onLeave(): void;
}

/** Points read off a picture of a chart: axes by known values, points clicked or found by their colour. */
export function PictureBench({ campaign, pictureId, onLeave }: PictureBenchProps) {
  const { data, error } = useQuery(queries.picture(pictureId));
  if (error) return <Empty title={error.message} />;
  if (!data) return null;
  return <PictureInHand campaign={campaign} row={data} onLeave={onLeave} />;
}

function PictureInHand({ campaign, row, onLeave }: { campaign: CampaignReply; row: PictureRow; onLeave(): void }) {
  const held = usePictureInHand(row);
  const { sheet, image, problem } = held;
  const [shows, setShows] = useState<Shows>({ grid: true, joined: false });
  const found = axesOf(sheet);
  const axes = 'axes' in found ? found.axes : undefined;
  useCommands([
    { id: 'undo-picture', label: 'Undo the last change of the picture', keys: 'Ctrl+Z', run: () => held.undo?.() },
    { id: 'redo-picture', label: 'Redo it', keys: 'Ctrl+Shift+Z', run: () => held.redo?.() },
  ]);
  return (
    <PlaceFrame
      title={sheet.name || 'Picture'}
      context={<span className="soft">{campaign.name}</span>}
      heading={
        <>
          <b>The picture, with what is read off it</b>
          <span className="soft">wheel to zoom, drag to move, 0 for all of it</span>
          <Checkbox checked={shows.grid} onChange={(e) => setShows({ ...shows, grid: e.target.checked })}>
            grid
          </Checkbox>
          <Checkbox checked={shows.joined} onChange={(e) => setShows({ ...shows, joined: e.target.checked })}>
            joined
          </Checkbox>
        </>
      }
      chart={
        <>
          <Sentence error={problem ? { message: problem } : held.error} />
          {image && (
            <PictureStage
              image={image}
              sheet={sheet}
              axes={axes}
              inHand={held.inHand}
              shows={shows}
              label={`Picture ${sheet.name}`}
              canTake={!['trace', 'marks', 'bars'].includes(held.tool)}
              onPick={held.pick}
              onInHand={held.setInHand}
              onMove={held.move}
              onDelete={held.remove}
            />
          )}
        </>
      }
      board={
        <PointsBoard sheet={sheet} series={held.series} axes={axes} inHand={held.inHand} onInHand={held.setInHand} />
      }
      panel={<PicturePanel held={held} pages={image?.pages} onLeave={onLeave} />}
    />
  );
}
