import { hoverTooltip } from '@codemirror/view';
import type { Extension } from '@codemirror/state';
import type { LineHelp } from './complete.ts';

/** The length, time and strides of the line under the pointer. */
export function lineHover(help: () => LineHelp): Extension {
  return hoverTooltip((view, pos) => {
    const line = view.state.doc.lineAt(pos);
    const said = help().describe(line.number);
    if (!said || line.length === 0) return null;
    return {
      pos: line.from,
      above: true,
      create() {
        const dom = document.createElement('div');
        dom.className = 'cb-hover';
        dom.textContent = said;
        return { dom };
      },
    };
  });
}
