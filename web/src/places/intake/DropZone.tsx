import { InboxOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Upload } from 'antd';
import type { ClipboardEvent } from 'react';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import { pictureTypes } from './picture/usePictures';

interface DropZoneProps {
  isReading: boolean;
  error: Error | null;
  /** Name of the file that waits next, where one does. */
  next: string | undefined;
  onNext(): void;
  onFiles(files: readonly File[]): void;
  /** Pictures that points were read off. */
  pictures: readonly { id: number; name: string }[];
  onPicture(id: number): void;
  onType(): void;
  onBench(): void;
  onMakeUp(): void;
}

/** Where files come in: dropped, chosen, a folder of them, or rows that are pasted. */
export function DropZone({
  isReading,
  error,
  next,
  onNext,
  onFiles,
  pictures,
  onPicture,
  onType,
  onBench,
  onMakeUp,
}: DropZoneProps) {
  const { data: about } = useQuery(queries.about());
  const accepted = about
    ? [...[...about.reads, ...about.readsFields].map((ending) => `.${ending}`), 'text/*', ...pictureTypes].join()
    : undefined;
  /** antd calls once a file, always with all of them. */
  const takeOnce = (file: File, all: readonly File[]) => {
    if (file === all[0]) onFiles(all);
    return false;
  };
  const paste = (e: ClipboardEvent) => {
    const text = e.clipboardData.getData('text');
    if (text.trim() !== '') onFiles([new File([text], 'pasted.txt', { type: 'text/plain' })]);
  };
  return (
    <div className="drop" tabIndex={0} onPaste={paste}>
      <Upload.Dragger
        directory
        hasControlInside
        openFileDialogOnClick={false}
        showUploadList={false}
        beforeUpload={takeOnce}
      >
        <p className="drop-mark">
          <InboxOutlined />
        </p>
        <p>
          <b>{isReading ? 'Reading …' : 'Drop logs or a folder of them here, or paste rows of a table'}</b>
        </p>
        <p className="drop-buttons" onClick={(e) => e.stopPropagation()}>
          <Upload multiple hasControlInside showUploadList={false} accept={accepted} beforeUpload={takeOnce}>
            <button className="quiet">Choose files</button>
          </Upload>
          <Upload directory multiple hasControlInside showUploadList={false} beforeUpload={takeOnce}>
            <button className="quiet">Choose a folder</button>
          </Upload>
        </p>
        <p className="drop-buttons" onClick={(e) => e.stopPropagation()}>
          <button className="quiet" onClick={onType}>
            Type a run
          </button>
          <button className="quiet" onClick={onBench}>
            Take readings
          </button>
          <button className="quiet" onClick={onMakeUp}>
            Make a run up
          </button>
        </p>
        <p className="soft">
          Text of any layout, spreadsheets (.xlsx, .ods), Parquet, HDF5, NetCDF, Arrow, JSON records; also packed as .gz
          or .zip. A picture of a chart (PNG, JPEG, WebP, SVG) is read point by point. A simulated field (VTK, STL, or
          its zones in a .zip) becomes a run of its nodes.
        </p>
      </Upload.Dragger>
      <Sentence error={error} />
      {pictures.length > 0 && (
        <p className="drop-buttons">
          <span className="soft">Pictures:</span>
          {pictures.map(({ id, name }) => (
            <button key={id} className="quiet" onClick={() => onPicture(id)}>
              {name}
            </button>
          ))}
        </p>
      )}
      {next !== undefined && (
        <button className="quiet" onClick={onNext}>
          Go on with {next}
        </button>
      )}
    </div>
  );
}
