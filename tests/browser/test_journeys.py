"""What a designer does, from the door to the finished pattern."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from browser.conftest import draft, open_motif, saved


def totals(page: Page) -> list[str]:
    return page.locator(".moss-total").all_inner_texts()


def test_from_nothing_to_a_pattern(door: Page) -> None:
    door.get_by_role("button", name="Make an account").click()
    door.get_by_label("Name").fill("cleo")
    door.get_by_label("Password").fill("salt-and-rope")
    door.get_by_role("button", name="Make the account").click()
    expect(door.get_by_text("Nothing here yet")).to_be_visible()
    door.get_by_role("button", name="New motif").click()
    door.get_by_label("Name").fill("Gull Tile")
    door.get_by_role("button", name="Begin").click()
    expect(door.locator(".moss-total")).to_have_text(["12"])

    draft(door).press("Control+End")
    door.keyboard.type("Rnd 2: [(dc, ch 2, dc) in corner, dc in each st to corner] around")
    door.keyboard.press("Enter")
    expect(door.locator(".cm-line").last).to_have_text("Rnd 3: ")
    door.keyboard.type("[(dc, ch 2, dc) in corner, dc in each st to cornre] around")
    expect(door.locator(".moss-total")).to_have_text(["12", "20", "28"])
    expect(door.get_by_text("“cornre” looks misspelt")).to_be_visible()
    door.get_by_role("button", name="Write “corner”").click()
    expect(door.get_by_text("“cornre” looks misspelt")).to_have_count(0)

    expect(door.get_by_text(re.compile("Round 3 cups"))).to_be_visible()
    door.get_by_role("button", name=re.compile("Work .* the corner")).click()
    expect(door.get_by_text(re.compile("Round 3 cups"))).to_have_count(0)
    expect(door.locator(".moss-level").last).to_have_text("flat")
    door.get_by_role("button", name="Undo").click()
    expect(door.get_by_text(re.compile("Round 3 cups"))).to_be_visible()
    door.get_by_role("button", name="Do again").click()
    expect(door.get_by_text(re.compile("Round 3 cups"))).to_have_count(0)
    saved(door)

    door.get_by_role("link", name="Pattern").click()
    us, uk = door.get_by_role("article", name="US terms"), door.get_by_role("article", name="UK terms")
    expect(us.get_by_text("Ch 3 counts as dc throughout.").first).to_be_visible()
    expect(uk.get_by_text("Ch 3 counts as tr throughout.").first).to_be_visible()
    with door.expect_download() as got:
        us.get_by_role("button", name="Text in US terms").click()
    assert got.value.suggested_filename == "gull-tile-us.txt"


def test_what_was_typed_is_there_after_closing_the_tab(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    url = demo.url
    draft(demo).press("Control+End")
    demo.keyboard.type("Rnd 7: sc in each st around")
    other = demo.context.new_page()
    demo.close()  # at once: not yet saved
    other.goto(url)
    expect(other.locator(".cm-line", has_text="Rnd 7: sc in each st around")).to_be_visible()
    expect(other.locator(".moss-total")).to_have_text(["12", "24", "36", "48", "60", "60", "60"])
    saved(other)


def test_words_light_stitches_and_stitches_light_words(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    draft(demo).press("Control+End")
    demo.keyboard.press("ArrowUp")
    for _ in range(len("Rnd 5: [3 s")):
        demo.keyboard.press("ArrowRight")
    expect(demo.locator("[data-lit='12']")).to_be_attached()  # three in each of four corners
    drawing = demo.get_by_role("application")
    drawing.focus()
    demo.keyboard.press("ArrowUp")
    demo.keyboard.press("ArrowUp")
    expect(demo.locator(".moss-lit")).to_have_count(1)
    expect(demo.locator("[data-lit='1']")).to_be_attached()
    demo.keyboard.press("ArrowRight")
    expect(demo.locator(".moss-lit")).to_have_count(1)


def test_the_planted_mistakes_of_the_demo_are_marked_and_mended(demo: Page) -> None:
    open_motif(demo, "Second Tenor Panel")
    found = demo.get_by_role("list", name="Findings").get_by_role("listitem")
    expect(found).to_have_count(3)
    demo.get_by_role("button", name="Make it “dc in next 3 sts”").click()
    expect(found).to_have_count(2)
    demo.get_by_role("button", name="Write “corner”").click()
    expect(found).to_have_count(1)
    demo.get_by_role("button", name="State 60").click()
    expect(demo.get_by_text("Nothing to mend, and it lies flat.")).to_be_visible()
    saved(demo)


def test_a_round_being_written_is_judged_when_it_closes(demo: Page) -> None:
    open_motif(demo, "Second Tenor Panel")
    draft(demo).click()
    demo.keyboard.press("Control+End")
    demo.keyboard.type("\nRnd 5: [(2 dc, ch 2, 2 dc) in corner, dc in each st")
    expect(demo.get_by_text("so far, in the making")).to_be_visible()
    expect(demo.get_by_text("How it lies is told once Rnd 5 closes.")).to_be_visible()
    demo.keyboard.type(" to corner] around")
    expect(demo.get_by_text("so far, in the making")).to_have_count(0)


def test_the_whole_bench_by_keyboard(demo: Page) -> None:
    open_motif(demo, "Second Tenor Panel")
    demo.keyboard.press("Alt+1")
    expect(draft(demo)).to_be_focused()
    demo.keyboard.press("Alt+3")
    demo.keyboard.press("Enter")  # the finding itself: to its words
    expect(draft(demo)).to_be_focused()
    demo.keyboard.press("Alt+2")
    expect(demo.get_by_role("application")).to_be_focused()
    demo.keyboard.press("?")
    expect(demo.get_by_role("dialog", name="Keys")).to_be_visible()
    demo.keyboard.press("Escape")
    expect(demo.get_by_role("dialog")).to_have_count(0)
    expect(demo.get_by_role("application")).to_be_focused()
    demo.keyboard.press("Alt+p")
    expect(demo.get_by_role("article", name="UK terms")).to_be_visible()


def test_off_the_shelf_and_back(demo: Page) -> None:
    demo.get_by_role("button", name="Take off Surf Rosette").click()
    expect(demo.get_by_role("link", name="Surf Rosette")).to_have_count(0)
    demo.get_by_role("button", name="Put it back").click()
    expect(demo.get_by_role("link", name="Surf Rosette")).to_be_visible()


def test_inches_for_who_wants_inches(demo: Page) -> None:
    demo.get_by_role("button", name="Demo studio").click()
    demo.get_by_role("menuitemradio", name="inches").click()
    expect(demo.get_by_role("link", name="Fog Lamp Square")).to_contain_text(" in,")
