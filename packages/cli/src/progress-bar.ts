import { Presets, SingleBar } from 'cli-progress';
import type { Progress } from './command.js';

/** A progress bar on a terminal. It is drawn when there is something to show, and taken away at the end. */
export function progressBar(stream: NodeJS.WriteStream): Progress {
  let bar: SingleBar | null = null;
  const format = '{bar} {percentage} %  {value} of {total}  {note}';
  return {
    show(done, total, note) {
      if (total === null) return;
      if (!bar) {
        bar = new SingleBar({ stream, format, clearOnComplete: true, hideCursor: true }, Presets.shades_grey);
        bar.start(total, done, { note });
      }
      bar.setTotal(total);
      bar.update(done, { note });
    },
    end() {
      bar?.stop();
      bar = null;
    },
  };
}
