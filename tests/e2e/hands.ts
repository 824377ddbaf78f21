import { type Locator, type Page } from "@playwright/test";
import { expect, pick } from "./shop";

/** How somebody works a page: the same story is told with a pointer and with keys alone. */
export interface Hands {
  /** A button or a link. */
  press(target: Locator): Promise<void>;
  tick(target: Locator): Promise<void>;
  untick(target: Locator): Promise<void>;
  /** Into a field, in place of what it holds. */
  type(target: Locator, text: string): Promise<void>;
  /** An option of a drop-down by its label. */
  pick(label: string, option: string): Promise<void>;
}

/** With a mouse or a finger. */
export function pointer(page: Page): Hands {
  return {
    press: (target) => target.click(),
    tick: (target) => target.check(),
    untick: (target) => target.uncheck(),
    type: (target, text) => target.fill(text),
    pick: (label, option) => pick(page, label, option),
  };
}

/** With Tab, arrows, Enter, Space and letters; nothing is focused but by Tab. */
export function keys(page: Page): Hands {
  const { keyboard } = page;
  return {
    press: async (target) => {
      await reach(page, target);
      await keyboard.press("Enter");
    },
    tick: async (target) => {
      if (await target.isChecked()) return;
      if ((await target.getAttribute("type")) === "radio") await chooseRadio(page, target);
      else {
        await reach(page, target);
        await keyboard.press("Space");
      }
      await expect(target).toBeChecked();
    },
    untick: async (target) => {
      if (!(await target.isChecked())) return;
      await reach(page, target);
      await keyboard.press("Space");
      await expect(target).not.toBeChecked();
    },
    type: async (target, text) => {
      await reach(page, target);
      await keyboard.press("ControlOrMeta+a");
      await keyboard.type(text);
    },
    pick: async (label, option) => {
      const box = page.getByRole("combobox", { name: label, exact: true });
      await reach(page, box);
      if (await box.isEditable()) await keyboard.type(option);
      else await keyboard.press("ArrowDown");
      const active = page.locator(".ant-select-dropdown:visible .ant-select-item-option-active");
      for (let step = 0; step < 40; step++) {
        await expect(active.first()).toBeVisible();
        if ((await active.first().innerText()).trim() === option) break;
        await keyboard.press("ArrowDown");
      }
      await keyboard.press("Enter");
      await expect(page.locator(".ant-select-dropdown:visible")).toHaveCount(0);
    },
  };
}

const MOST_STEPS = 400;

/** Goes to an element by Tab, or by Shift and Tab where it lies before. */
async function reach(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let step = 0; step < MOST_STEPS; step++) {
    const way = await target.evaluate((element) => {
      const { activeElement } = document;
      if (!activeElement || activeElement === document.body) return "Tab";
      if (activeElement === element) return null;
      const isBefore = activeElement.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_PRECEDING;
      return isBefore ? "Shift+Tab" : "Tab";
    });
    if (way === null) return;
    await page.keyboard.press(way);
  }
  throw new Error(`Not reached by Tab: ${String(target)}`);
}

/** Tab goes to the chosen radio of a group, or its first; the arrows go on from there. */
async function chooseRadio(page: Page, target: Locator): Promise<void> {
  const name = await target.getAttribute("name");
  if (name === null) throw new Error(`A radio without a group cannot be chosen by arrows: ${String(target)}`);
  const group = page.locator(`input[type="radio"][name="${name}"]`);
  const checked = group.and(page.locator(":checked"));
  const isChosen = (await checked.count()) > 0;
  await reach(page, isChosen ? checked.first() : group.first());
  if (!isChosen) await page.keyboard.press("Space");
  for (let step = await group.count(); step > 0 && !(await target.isChecked()); step--)
    await page.keyboard.press("ArrowDown");
}
