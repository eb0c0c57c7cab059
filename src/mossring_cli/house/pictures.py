"""The pictures in docs/screenshots, from the demo on a running server: `python -m mossring_cli.house.pictures URL`."""

from __future__ import annotations

import sys

from playwright.sync_api import Page, expect, sync_playwright

from mossring_cli.house.start import ROOT

FOLDER = ROOT / "docs" / "screenshots"
_ARGS = ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking"]


_DECODED = """Promise.all([...document.images]
  .filter((image) => image.getBoundingClientRect().top < innerHeight)
  .map((image) => image.decode()))"""
"""Every picture that is in view has arrived."""
_NOTES = """Harbour Lantern square

You will need: aran yarn, a 5 mm hook
Cluster (cl): 3-dc cluster
Beginning cluster (beg cl): ch 2, 2-dc cluster

R1: mr, beg cl, ch 2, [cl, ch 2] 7 times, join (8 cl)
R2: sl st in sp, beg cl in same sp, ch 3, [cl in nxet ch-2 sp, ch 3] around, join
R3: sl st in ch-3 sp, ch 3, (2 dc, ch 2, 3 dc) in same sp, 3 dc in next ch-3 sp, *3 dc, ch 2, 3 dc in next ch-3 sp,
 3 dc in next ch-3 sp; rep from * to end, humming a tune, join (36 dc)
Fasten off and weave in ends.
"""


def take(page: Page, name: str) -> None:
    page.wait_for_load_state("networkidle")
    page.evaluate(_DECODED)
    page.screenshot(path=FOLDER / f"{name}.png")


def bench(page: Page, title: str) -> None:
    page.get_by_role("link", name=title).click()
    page.locator(".moss-result").first.wait_for()


def at_rest(page: Page) -> None:
    page.locator("svg[data-settled=true]").wait_for()


def to_chart(page: Page) -> None:
    """Turn the printed page, which lets no script in, to its chart."""
    frame = page.locator("iframe[title='US page']")
    frame.scroll_into_view_if_needed()
    inside = page.frame_locator("iframe[title='US page']")
    around, heading = frame.bounding_box(), inside.locator(".chart h2").bounding_box()
    if around and heading:
        page.mouse.move(around["x"] + 200, around["y"] + 200)
        page.mouse.wheel(0, heading["y"] - around["y"] - 10)
    expect(inside.locator(".chart [data-key]").last).to_be_in_viewport()


def main() -> None:
    url = sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8017/"
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=_ARGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(url)
        button = page.get_by_role("button", name="Step into the demo studio")
        button.wait_for()
        take(page, "door")
        button.click()
        page.get_by_role("heading", name="The shelf").wait_for()
        take(page, "shelf")
        page.get_by_role("button", name="New motif").click()
        take(page, "new-motif")
        page.keyboard.press("Escape")
        page.get_by_role("link", name="Read in a pattern").click()
        page.locator("#pasted").fill(_NOTES)
        page.get_by_text("rounds;").wait_for()
        take(page, "read-in")
        page.goto(url)
        bench(page, "Bell Buoy Hexagon")
        page.keyboard.press("Alt+n")
        page.get_by_role("dialog").get_by_role("listitem").first.wait_for()
        take(page, "next-round")
        page.keyboard.press("Escape")
        page.goto(url)
        bench(page, "Breakwater Panel")
        page.locator(".cm-line", has_text="Rnd 4 with").click(position={"x": 25, "y": 18})
        page.keyboard.press("Home")
        for _ in range(len("Rnd 4 with B: [(3 t")):
            page.keyboard.press("ArrowRight")
        page.locator("[data-lit]").wait_for()
        at_rest(page)
        take(page, "bench")
        page.get_by_role("button", name="Yarn", exact=True).click()
        page.get_by_role("button", name="Strain").click()
        take(page, "yarn")
        page.get_by_role("link", name="Measure").click()
        page.get_by_role("heading", name="From the hook").wait_for()
        page.get_by_label("I want it across").fill("15")
        page.get_by_text("rounds make").wait_for()
        take(page, "measure")
        page.get_by_role("link", name="Back to the bench").click()
        page.get_by_role("link", name="Pattern").click()
        page.get_by_role("article").first.wait_for()
        take(page, "pattern")
        page.get_by_role("button", name="Printed page").click()
        page.frame_locator("iframe[title='UK page']").locator("h1").wait_for()
        page.screenshot(path=FOLDER / "printed-page.png")  # a page within the page is never called idle
        to_chart(page)
        page.screenshot(path=FOLDER / "chart.png")
        page.evaluate("scrollTo(0, 0)")
        page.get_by_role("button", name="Words").click()
        page.goto(url)
        bench(page, "Second Tenor Panel")
        page.get_by_role("list", name="Findings").wait_for()
        take(page, "bench-findings")
        page.goto(url)
        bench(page, "Lantern Cap")
        at_rest(page)
        page.get_by_role("button", name="On the table").click()
        page.locator("[data-space=turning] canvas").wait_for()
        take(page, "table")
        page.emulate_media(color_scheme="dark")
        page.goto(url)
        bench(page, "Starboard Pentagon")
        at_rest(page)
        take(page, "bench-dark")
        browser.close()


if __name__ == "__main__":
    main()
