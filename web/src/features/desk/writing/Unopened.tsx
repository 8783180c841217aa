export const WRITTEN_SIDE = 'flex min-w-0 flex-col border-line bg-page lg:min-h-0 lg:border-r';
export const WRITTEN = 'h-[55vh] min-h-0 lg:h-auto lg:flex-1';

/** The lines as they are written, while the editor is on its way. */
export const Unopened = ({ text }: { text: string }) => (
  <pre className="h-full overflow-hidden py-1 pl-8 font-mono text-[14px] leading-[1.7]">{text}</pre>
);

/** The room of the written side, with its lines, while what one writes with is on its way. */
export const UnopenedSide = ({ text }: { text: string }) => (
  <section aria-label="Lesson" className={WRITTEN_SIDE}>
    <div aria-hidden className="h-10 shrink-0 border-b border-line" />
    <div className={WRITTEN}>
      <Unopened text={text} />
    </div>
    <div aria-hidden className="shrink-0 border-t border-line bg-paper lg:h-60" />
    <div aria-hidden className="h-9 shrink-0 border-t border-line" />
  </section>
);
