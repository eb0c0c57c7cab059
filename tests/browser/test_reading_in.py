"""From notes to the bench, from one school to another, from one round to the next."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from browser.conftest import draft, open_motif, saved

NOTES = """Ferry Bell

R1: mr, ch3, 2dc, ch2, *3dc, ch2* x3, sl st to join
R2: sl st to corner, ch3, 2dc, ch2, 3dc in same sp, ch1, *(3dc, ch2, 3dc) in nxet corner, ch1* x 3, join (24 dc)
Keep it loose.
"""


def test_notes_are_read_corrected_and_taken_to_the_bench(demo: Page) -> None:
    demo.get_by_role("link", name="Read in a pattern").click()
    demo.get_by_label(re.compile("Paste your notes")).fill(NOTES)
    told = demo.get_by_role("region", name="What was understood")
    expect(told.get_by_text("Its rounds have 4 corners.")).to_be_visible()
    expect(told.get_by_text("kept as a note")).to_be_visible()
    expect(told.locator("mark")).to_have_text("nxet")
    told.get_by_role("button", name="Write “next”").click()
    expect(told.locator("mark")).to_have_count(0)
    expect(told.get_by_text("every line was read")).to_be_visible()
    demo.get_by_label("Terms").select_option("uk")
    expect(told.get_by_text("Because you say so.")).to_be_visible()
    demo.get_by_label("Terms").select_option("found")
    demo.get_by_role("button", name="Take it to the bench").click()
    expect(demo.get_by_role("heading", name="Ferry Bell")).to_be_visible()
    expect(demo.locator(".moss-total")).to_have_text(["12", "24"])
    expect(draft(demo)).to_contain_text("Keep it loose.")


def test_a_file_is_opened_and_a_long_one_refused(demo: Page, tmp_path: Path) -> None:
    demo.get_by_role("link", name="Read in a pattern").click()
    (tmp_path / "notes.md").write_text("# Bell\n\n**Rnd 1:** 12 sc in ring\n**Rnd 2:** 2 sc in each st around\n")
    demo.get_by_label("Open a file").set_input_files(tmp_path / "notes.md")
    expect(demo.get_by_text("2 rounds; every line was read")).to_be_visible()
    expect(demo.get_by_text("“sc” is a US term only")).to_be_visible()
    (tmp_path / "novel.txt").write_text("la " * 200_000)
    demo.get_by_label("Open a file").set_input_files(tmp_path / "novel.txt")
    expect(demo.get_by_role("alert")).to_contain_text("too long for a pattern")


def test_a_next_round_is_taken_by_its_number_and_undone(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    before = demo.locator(".moss-total").count()
    draft(demo).press("Control+End")
    demo.keyboard.press("Alt+n")
    offers = demo.get_by_role("dialog").get_by_role("listitem")
    expect(offers.first).to_be_visible()
    words = offers.nth(1).locator("span.block").first.inner_text()
    demo.keyboard.press("2")
    expect(demo.locator(".moss-total")).to_have_count(before + 1)
    expect(draft(demo)).to_contain_text(words)
    expect(demo.locator(".moss-level").last).to_have_text(re.compile("flat|blocks out"))
    saved(demo)
    demo.get_by_role("button", name="Undo").click()
    expect(demo.locator(".moss-total")).to_have_count(before)


def test_one_control_changes_the_school_and_the_draft_if_wanted(demo: Page) -> None:
    open_motif(demo, "Breakwater Panel")
    counts = demo.locator(".moss-total").all_inner_texts()
    demo.get_by_role("link", name="Pattern").click()
    us = demo.get_by_role("article", name="US terms")
    expect(us.get_by_text("Ch 3 counts as dc throughout.").first).to_be_visible()
    demo.get_by_label("First stitch").select_option("chainless")
    expect(us.get_by_text("(sc, ch 1) (counts as dc)").first).to_be_visible()
    demo.get_by_label("Turning").select_option("every round")
    expect(demo.get_by_text("Turning changes the fabric")).to_be_visible()
    demo.get_by_label("Turning").select_option("")
    demo.get_by_label("Wording").select_option("plain")
    expect(us.get_by_text("double crochet").first).to_be_visible()
    demo.get_by_label("Wording").select_option("short")
    demo.get_by_role("button", name="Rewrite the draft so").click()
    expect(draft(demo)).to_contain_text("(dc, ch 1) (counts as tr)")
    expect(demo.locator(".moss-total")).to_have_text(counts)
    saved(demo)
    demo.get_by_role("button", name="Undo").click()
    expect(draft(demo)).not_to_contain_text("(counts as tr)")


def test_the_bench_tells_which_loop_is_live_and_where_the_parked_one_lies(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    draft(demo).press("Control+a")
    text = (
        "Terms: US\nShape: circle\nRnd 1: 12 dc in ring, drop loop of A to back\nRnd 2 with B: 2 dc in each st around"
    )
    demo.keyboard.insert_text(text)
    expect(demo.get_by_text("after Rnd 2: B is live, A parked at the back")).to_be_visible()


def test_the_printed_page_has_the_sections_that_are_wanted_in_their_order(demo: Page) -> None:
    open_motif(demo, "Breakwater Panel")
    demo.get_by_role("link", name="Pattern").click()
    demo.get_by_role("button", name="Printed page").click()
    page = demo.frame_locator("iframe[title='US page']")
    expect(page.get_by_role("heading", name="Breakwater Panel")).to_be_visible()
    heads = page.locator("h2")
    expect(heads.filter(has_text="Yarn")).to_have_count(1)
    expect(page.locator("figure svg")).to_have_count(3)
    demo.get_by_role("button", name="Sections").click()
    demo.get_by_role("checkbox", name="Yarn").uncheck()
    demo.get_by_role("button", name="Chart further up").click()
    expect(heads.filter(has_text="Yarn")).to_have_count(0)
    expect(page.locator("section.chart + section.rounds")).to_have_count(1)
    demo.keyboard.press("Escape")
    with demo.expect_download() as got:
        demo.get_by_role("button", name="Parcel of both, in every format").click()
    assert got.value.suggested_filename == "breakwater-panel.zip"
    demo.reload()
    demo.get_by_role("button", name="Printed page").click()
    expect(heads.filter(has_text="Yarn")).to_have_count(0)  # the page is as it was wanted last
