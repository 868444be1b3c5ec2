import { cellOf, rowsIn, type Writer } from './Writer';

/** HDF5: a data set for each channel under its symbol; name and unit as the attributes `long_name` and `units`. */
export const hdf5: Writer = {
  kind: 'hdf5',
  title: 'HDF5',
  extension: 'h5',
  mediaType: 'application/x-hdf5',
  async write(run) {
    const { ready, File } = await import('h5wasm');
    const { FS } = await ready;
    const path = '/out.h5';
    try {
      const file = new File(path, 'w', { track_order: true });
      const rows = rowsIn(run);
      for (const channel of run.channels) {
        const { symbol: name, values, labels } = channel;
        const words = labels && Array.from({ length: rows }, (_, i) => cellOf(channel, i) ?? '');
        const set = file.create_dataset({ name, data: words ? (words as string[]) : values });
        set.create_attribute('long_name', channel.name);
        if (channel.unit !== '') set.create_attribute('units', channel.unit);
      }
      file.close();
      return [FS.readFile(path) as Uint8Array];
    } finally {
      FS.unlink(path);
    }
  },
};
