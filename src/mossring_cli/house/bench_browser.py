"""Keystroke to answer in a real browser: `./mossring bench --browser`, on a server and a database of its own."""

from __future__ import annotations

import os
import statistics
import subprocess
import sys

from playwright.sync_api import Page, sync_playwright

from mossring_cli.bench import hexagon
from mossring_cli.house.mariadb import PrivateMariaDB, free_port
from mossring_cli.house.start import ROOT, STATE, prepare, serve, wait_for

_ARGS = ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking"]
_KEYS = 80
_WATCH = """() => {
  window.took = [];
  let down = 0;
  const box = document.querySelector('[data-answered]');
  document.addEventListener('keydown', () => { down = performance.now(); }, true);
  new MutationObserver(() => {
    window.took.push(performance.now() - down);
  }).observe(box, { attributes: true, attributeFilter: ['data-answered'] });
}"""


def main() -> int:
    database = PrivateMariaDB(STATE / "bench-db", fast=True)
    server: subprocess.Popen[bytes] | None = None
    try:
        database.start()
        os.environ.update(database.environment())
        os.environ.update({"MOSSRING_SECRET_KEY": "for the bench only", "MOSSRING_DEMO": "1"})
        prepare(demo=True)
        port = free_port()
        server = serve(port)
        url = f"http://127.0.0.1:{port}/"
        wait_for(url, server)
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=_ARGS)
            took = measure(browser.new_page(viewport={"width": 1280, "height": 800}), url)
            browser.close()
    finally:
        if server:
            server.terminate()
            server.wait(30)
        database.stop()
    took.sort()
    at95 = took[int(len(took) * 0.95) - 1]
    print(f"keystroke to answer, {len(took)} keys in the last round of a motif of 936 stitches")
    print(f"  median {statistics.median(took):.0f} ms, 95 of 100 under {at95:.0f} ms, worst {took[-1]:.0f} ms")
    return 0


def measure(page: Page, url: str) -> list[float]:
    """Milliseconds from each key to its answer on the screen, typing a comment's words into the last round."""
    page.goto(url)
    page.get_by_role("button", name="Step into the demo studio").click()
    page.get_by_role("button", name="New motif").click()
    page.get_by_role("button", name="Begin").click()
    page.locator(".moss-result").first.wait_for()
    page.locator(".cm-content").press("Control+a")
    page.keyboard.insert_text(hexagon(12) + "\n")
    page.locator(".moss-total").nth(11).wait_for()
    page.keyboard.press("ArrowUp")
    page.keyboard.press("End")
    page.evaluate(_WATCH)
    for k in range(_KEYS):
        before = page.locator("[data-answered]").get_attribute("data-answered")
        page.keyboard.press("Backspace" if k % 2 else "d")
        page.locator(f"[data-answered]:not([data-answered='{before}'])").wait_for()
    took: list[float] = page.evaluate("window.took")
    return took


if __name__ == "__main__":
    sys.path.insert(0, str(ROOT / "src"))
    sys.exit(main())
