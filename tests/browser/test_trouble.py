"""When the server, the network or a second tab gets in the way: nothing is lost, nothing overwritten."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from browser.conftest import draft, open_motif, saved


def cut_off(page: Page) -> None:
    page.route("**/api/**", lambda route: route.abort())


def second_tab(page: Page) -> Page:
    """The same motif in another tab."""
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.locator(".moss-result").first).to_be_visible()
    return other


def test_typing_goes_on_without_the_server_and_is_sent_when_it_is_back(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    cut_off(demo)
    draft(demo).press("Control+End")
    demo.keyboard.type("Rnd 7: 2 sc in each st around")
    expect(demo.locator("[data-save=kept]")).to_be_visible()
    expect(demo.get_by_text("The server can’t be reached")).to_be_visible()
    demo.keyboard.type(" (120 sc)")
    expect(demo.locator(".cm-line").last).to_have_text("Rnd 7: 2 sc in each st around (120 sc)")
    demo.unroute_all()
    saved(demo)
    expect(demo.locator(".moss-total").last).to_have_text("120")
    expect(demo.get_by_text("The server can’t be reached")).to_have_count(0)


def test_what_could_not_be_sent_is_there_after_a_crash_of_the_page(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    url = demo.url
    cut_off(demo)
    draft(demo).press("Control+End")
    demo.keyboard.type("Rnd 7: slow work")
    expect(demo.locator("[data-save=kept]")).to_be_visible()
    demo.unroute_all()
    demo.goto("about:blank")
    demo.goto(url)
    expect(demo.locator(".cm-line").last).to_have_text("Rnd 7: slow work")
    saved(demo)


def test_two_tabs_never_overwrite_each_other(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    other = second_tab(demo)
    draft(demo).press("Control+End")
    demo.keyboard.type("# from the first tab")
    saved(demo)
    draft(other).press("Control+End")
    other.keyboard.type("# from the second tab")
    dialog = other.get_by_role("dialog", name="This motif was changed elsewhere")
    expect(dialog).to_be_visible()
    expect(dialog.get_by_text("# from the first tab")).to_be_visible()
    expect(dialog.get_by_text("# from the second tab")).to_be_visible()
    dialog.get_by_role("button", name="Go on with yours").click()
    saved(other)
    other.reload()
    expect(other.locator(".cm-line", has_text="# from the second tab")).to_be_visible()


def test_both_versions_can_be_kept(demo: Page) -> None:
    open_motif(demo, "Lantern Cap")
    other = second_tab(demo)
    draft(demo).press("Control+Home")
    demo.keyboard.type("# first\n")
    saved(demo)
    draft(other).press("Control+Home")
    other.keyboard.type("# second\n")
    other.get_by_role("button", name="Keep both").click()
    expect(other.locator(".cm-line").first).to_have_text("# first")
    other.goto(other.url.split("/motif")[0])
    expect(other.get_by_role("link", name="Lantern Cap")).to_have_count(2)


def test_stale_answers_are_dropped(demo: Page) -> None:
    """An answer that was asked for earlier and comes later never replaces a newer one."""
    open_motif(demo, "Porthole Round")
    held = []
    demo.route("**/api/analyse", lambda route: held.append(route) if not held else route.continue_())
    draft(demo).press("Control+End")
    with demo.expect_request("**/api/analyse"):
        demo.keyboard.type("Rnd 7: 2 sc in each st around")
    demo.keyboard.type("\nRnd 8: sc in each st around")  # the name that Enter put there is not doubled
    expect(demo.locator(".moss-total")).to_have_count(8)
    held[0].continue_()
    expect(demo.locator(".moss-total").nth(7)).to_have_text("120")
    expect(demo.locator(".moss-total")).to_have_count(8)


def test_signed_out_elsewhere_loses_nothing(demo: Page) -> None:
    open_motif(demo, "Porthole Round")
    demo.context.clear_cookies(name="moss_session")
    draft(demo).press("Control+End")
    demo.keyboard.type("# still here")
    expect(demo.locator("[data-save=refused]")).to_be_visible()
    expect(demo.locator(".cm-line").last).to_have_text("# still here")
    url = demo.url
    demo.goto(url)
    demo.get_by_role("button", name="Step into the demo studio").click()
    expect(demo.locator(".cm-line").last).to_have_text("# still here")
    saved(demo)
