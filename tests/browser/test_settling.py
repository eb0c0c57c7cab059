"""The fabric at rest on the bench, and what the hook says of it."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import APIResponse, Page, Route, expect

from browser.conftest import draft, open_motif, saved


def at_rest(page: Page) -> None:
    expect(page.locator("svg[data-settled=true]")).to_be_visible()


def test_the_drawing_comes_to_rest_and_says_how_it_lies(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    at_rest(demo)
    expect(demo.locator("[data-lie=flat]")).to_contain_text("Settled, it lies flat")
    expect(demo.locator("[data-lie=flat]")).to_contain_text("at the corners")
    demo.get_by_role("button", name="Yarn", exact=True).click()
    expect(demo.get_by_role("button", name="Yarn", exact=True)).to_have_attribute("aria-pressed", "true")
    demo.get_by_role("button", name="Strain").click()
    expect(demo.locator("[data-strain] path")).to_have_count(2)
    expect(demo.get_by_text("Pressed flat:")).to_be_visible()


def test_the_drawing_is_looked_at_closer_by_keys_and_wheel(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    at_rest(demo)
    picture = demo.get_by_role("application")
    picture.focus()
    demo.keyboard.press("+")
    expect(picture).to_have_attribute("data-zoom", "1.40")
    before = picture.get_attribute("viewBox")
    demo.keyboard.press("Shift+ArrowRight")
    expect(picture).not_to_have_attribute("viewBox", before or "")
    demo.keyboard.press("0")
    expect(picture).to_have_attribute("data-zoom", "1.00")
    picture.hover()
    demo.mouse.wheel(0, -400)
    expect(picture).to_have_attribute("data-zoom", re.compile(r"^2\.\d+"))


def test_the_fabric_stands_on_the_table_and_is_turned_by_keys(demo: Page) -> None:
    open_motif(demo, "Lantern Cap")
    at_rest(demo)
    demo.get_by_role("button", name="On the table").click()
    expect(demo.get_by_text("it cups, as it is meant to")).to_be_visible()  # its note says so
    canvas = demo.get_by_role("img", name=re.compile("Lantern Cap on a table: cups"))
    expect(canvas).to_be_visible()
    before = canvas.screenshot()
    canvas.focus()
    demo.keyboard.press("ArrowLeft")
    demo.keyboard.press("ArrowLeft")
    expect(canvas).to_be_focused()
    assert canvas.screenshot() != before


def test_without_webgl_there_is_a_still_picture(demo: Page) -> None:
    demo.add_init_script(
        "const get = HTMLCanvasElement.prototype.getContext;"
        "HTMLCanvasElement.prototype.getContext = function (kind, ...rest) {"
        " return kind.startsWith('webgl') ? null : get.call(this, kind, ...rest); };"
    )
    demo.reload()
    open_motif(demo, "Lantern Cap")
    at_rest(demo)
    demo.get_by_role("button", name="On the table").click()
    expect(demo.locator("[data-space=still]")).to_be_visible()
    expect(demo.get_by_role("img", name=re.compile("on a table: cups"))).to_be_visible()


def test_the_picture_is_taken_away(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    at_rest(demo)
    with demo.expect_download() as got:
        demo.get_by_role("button", name="SVG").click()
    svg = Path(got.value.path()).read_text()
    assert got.value.suggested_filename == "fog-lamp-square.svg"
    assert svg.startswith("<svg")
    assert "var(--" not in svg
    with demo.expect_download() as got:
        demo.get_by_role("button", name="PNG").click()
    assert Path(got.value.path()).read_bytes().startswith(b"\x89PNG")


def test_the_table_is_taken_away_as_it_stands(demo: Page) -> None:
    """The picture of the table shows the fabric, and can't be taken before there is one."""
    view, held = re.compile(r"/space-[\w-]+\.js"), list[Route]()
    demo.route(view, lambda route: held.append(route))
    open_motif(demo, "Lantern Cap")
    at_rest(demo)
    with demo.expect_request(view):
        demo.get_by_role("button", name="On the table").click()
    expect(demo.locator("[data-space=turning] canvas")).to_be_visible()
    expect(demo.get_by_role("button", name="PNG")).to_be_disabled()
    held[0].continue_()
    expect(demo.get_by_text("The ruler on the table is")).to_be_visible()
    with demo.expect_download() as got:
        demo.get_by_role("button", name="PNG").click()
    assert got.value.suggested_filename == "lantern-cap.png"
    picture = Path(got.value.path()).read_bytes()
    assert picture.startswith(b"\x89PNG")
    assert len(picture) > 20_000, "one colour all over would be a few thousand bytes"


def test_finished_rounds_move_the_predictions_and_stand_in_the_draft(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    demo.get_by_role("link", name="Measure").click()
    expect(demo.get_by_role("heading", name="From the hook")).to_be_visible()
    form = demo.get_by_role("form", name="Add a finished round")
    for n, cm in ((2, "6.4"), (3, "9.4")):
        form.get_by_label("Round", exact=True).fill(str(n))
        form.get_by_label("Length, cm").fill(cm)
        form.get_by_label("It lies").select_option("flat")
        form.get_by_role("button", name="Add").click()
        expect(demo.get_by_text(f"Rnd {n} = {cm} cm across, flat")).to_be_visible()
    expect(demo.get_by_text(re.compile(r"Stitches are \d+% wider than assumed"))).to_be_visible()
    expect(demo.get_by_role("img", name=re.compile("Across, round by round"))).to_be_visible()
    demo.get_by_label("I want it across, cm").fill("20")
    expect(demo.get_by_text(re.compile(r"rounds make"))).to_be_visible()
    saved(demo)
    demo.get_by_role("link", name="Back to the bench").click()
    expect(draft(demo)).to_contain_text("Measured: Rnd 2 = 6.4 cm across, flat; Rnd 3 = 9.4 cm across, flat")


def test_a_swatch_is_kept_thrown_away_and_taken_back(demo: Page) -> None:
    open_motif(demo, "Breakwater Panel")
    demo.keyboard.press("Alt+m")
    form = demo.get_by_role("form", name="Keep a swatch")
    form.get_by_label("Name of the swatch").fill("Kelp and foam")
    form.get_by_role("button", name="Keep").click()
    drawer = demo.get_by_role("region", name="Swatches")
    expect(drawer.get_by_text("Yarn A: medium, kelp")).to_be_visible()
    drawer.get_by_role("button", name="Throw away Kelp and foam").click()
    expect(drawer.get_by_text("is thrown away")).to_be_visible()
    drawer.get_by_role("button", name="Take it back").click()
    expect(drawer.get_by_text("Yarn A: medium, kelp")).to_be_visible()


def test_a_swatch_kept_before_the_drawer_has_answered_is_in_it(demo: Page) -> None:
    """The drawer's first answer, empty still, comes only after the swatch was kept."""
    late: list[tuple[Route, APIResponse]] = []

    def hold(route: Route) -> None:
        if route.request.method == "GET" and not late:
            late.append((route, route.fetch()))
        else:
            route.continue_()

    demo.route("**/api/swatches*", hold)
    open_motif(demo, "Breakwater Panel")
    demo.keyboard.press("Alt+m")
    form = demo.get_by_role("form", name="Keep a swatch")
    form.get_by_label("Name of the swatch").fill("Kelp and foam")
    with demo.expect_response(lambda r: "/api/swatches" in r.url and r.request.method == "POST"):
        form.get_by_role("button", name="Keep").click()
    expect(form.get_by_label("Name of the swatch")).to_have_value("")
    route, answer = late[0]
    route.fulfill(response=answer)
    expect(demo.get_by_role("region", name="Swatches").get_by_text("Yarn A: medium, kelp")).to_be_visible()
