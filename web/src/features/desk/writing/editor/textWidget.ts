import { WidgetType } from '@codemirror/view';

/** Words that stand beside the text, or in place of some of it. */
export class TextWidget extends WidgetType {
  constructor(
    private readonly className: string,
    private readonly text: string,
  ) {
    super();
  }
  override eq(other: TextWidget): boolean {
    return other.text === this.text && other.className === this.className;
  }
  override toDOM(): HTMLElement {
    const span = document.createElement('span');
    span.className = this.className;
    span.textContent = this.text;
    return span;
  }
  /** A click on it goes to the text. */
  override ignoreEvent(): boolean {
    return false;
  }
}
