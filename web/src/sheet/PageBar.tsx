import { Popover } from "radix-ui";
import { Button } from "../ui/Button";
import { moved, type Page, type Paper, SECTIONS, switched } from "./paper";

const NAMES = new Map(SECTIONS);

type Props = { page: Page; setPage: (page: Page) => void };

/** How the printed page is to be: on which paper, with which sections, in what order. */
export function PageBar({ page, setPage }: Props) {
  return (
    <form
      aria-label="Page"
      className="no-print mb-5 flex flex-wrap items-end gap-x-4 gap-y-2 text-sm"
      onSubmit={(e) => e.preventDefault()}
    >
      <label className="block">
        <span className="block text-quiet">Paper</span>
        <select
          className="rounded border border-line bg-leaf px-1.5 py-1"
          value={page.paper}
          onChange={(e) => setPage({ ...page, paper: e.target.value as Paper })}
        >
          <option value="a4">A4</option>
          <option value="letter">Letter</option>
        </select>
      </label>
      <Popover.Root>
        <Popover.Trigger asChild>
          <Button>Sections</Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={4}
            aria-label="Sections of the page"
            className="z-50 max-h-(--radix-popover-content-available-height) w-80 overflow-auto rounded-lg border border-line bg-leaf p-3 shadow-xl"
          >
            <ol>
              {page.order.map((key, at) => (
                <li key={key} className="flex items-center gap-2 py-0.5">
                  <label className="flex flex-1 items-center gap-2">
                    <input
                      type="checkbox"
                      className="accent-moss"
                      checked={!page.out.includes(key)}
                      onChange={() => setPage(switched(page, key))}
                    />
                    {NAMES.get(key)}
                  </label>
                  <Button
                    className="px-1.5 py-0.5"
                    disabled={at === 0}
                    aria-label={`${NAMES.get(key)} further up`}
                    onClick={() => setPage(moved(page, key, -1))}
                  >
                    ↑
                  </Button>
                  <Button
                    className="px-1.5 py-0.5"
                    disabled={at === page.order.length - 1}
                    aria-label={`${NAMES.get(key)} further down`}
                    onClick={() => setPage(moved(page, key, 1))}
                  >
                    ↓
                  </Button>
                </li>
              ))}
            </ol>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </form>
  );
}
