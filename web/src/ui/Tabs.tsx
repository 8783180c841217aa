import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import type { ReactNode, Ref } from 'react';

export interface TabSide<T extends string> {
  readonly key: T;
  readonly name: string;
  readonly content: ReactNode;
  /** It stays as it is while another side is seen. */
  readonly stays?: boolean;
  readonly ref?: Ref<HTMLElement>;
  /** Where nothing in it can take the keyboard yet: told when the keyboard comes to it. */
  readonly onReached?: (() => void) | undefined;
}

interface TabsProps<T extends string> {
  label: string;
  sides: readonly TabSide<T>[];
  chosen: T;
  /** Of the side that is seen. */
  className: string;
  onChoose(key: T): void;
}

/** Sides of one thing, of which one is seen; the arrow keys go from tab to tab. */
export const Tabs = <T extends string>(props: TabsProps<T>) => {
  const { label, sides, chosen, className, onChoose } = props;
  return (
    <TabGroup
      className="contents"
      selectedIndex={sides.findIndex(({ key }) => key === chosen)}
      onChange={(i) => onChoose(sides[i]!.key)}
    >
      <TabList aria-label={label} className="flex gap-1 border-b border-line px-3 pt-1.5">
        {sides.map(({ key, name }) => (
          <Tab
            key={key}
            className="rounded-t-md border border-b-0 border-transparent px-4 py-1.5 text-[14px] text-soft aria-selected:border-line aria-selected:bg-sand-light aria-selected:font-bold aria-selected:text-ink"
          >
            {name}
          </Tab>
        ))}
      </TabList>
      <TabPanels className="contents">
        {sides.map(({ key, content, stays = false, ref, onReached }) => (
          <TabPanel
            key={key}
            ref={ref ?? null}
            unmount={!stays}
            tabIndex={onReached ? 0 : -1}
            {...(onReached && { onFocus: onReached })}
            className={className}
          >
            {content}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
};
