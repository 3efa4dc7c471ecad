"""The look: contrast, icons, fonts, pictures of the tools."""

import pytest
from PyQt6.QtGui import QColor, QFontDatabase

from yewfinch.app.kit import theme
from yewfinch.app.rooms.stroke.tool_picture import picture
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.core.shared.colour import to_linear


def luminance(name):
    # W3C, Web Content Accessibility Guidelines 2.1: relative luminance
    c = QColor(name)
    r, g, b = (float(to_linear(v)) for v in (c.redF(), c.greenF(), c.blueF()))
    return 0.2126 * r + 0.7152 * g + 0.0722 * b


def contrast(a, b):
    x, y = sorted((luminance(a), luminance(b)), reverse=True)
    return (x + 0.05) / (y + 0.05)


@pytest.mark.parametrize("variant", [theme.BRIGHT, theme.DARK], ids=["bright", "dark"])
@pytest.mark.parametrize("text", ["ink", "soft", "rust", "gold_ink"])
@pytest.mark.parametrize("ground", ["paper", "card"])
def test_text_has_the_contrast_of_wcag_aa(variant, text, ground):
    assert contrast(getattr(variant, text), getattr(variant, ground)) >= 4.5


@pytest.mark.parametrize("variant", [theme.BRIGHT, theme.DARK], ids=["bright", "dark"])
def test_buttons_and_selections_can_be_read(variant):
    assert contrast(variant.on_yew, variant.yew) >= 4.5
    assert contrast(variant.ink, variant.tint) >= 4.5
    assert contrast(variant.yew, variant.card) >= 3.0  # WCAG 2.1, 1.4.11: parts of the interface


def test_contrast_of_black_and_white_is_21():
    assert contrast("#000000", "#ffffff") == pytest.approx(21)  # WCAG 2.1


def test_the_shipped_font_is_there(qapp):
    assert "Source Sans Pro" in QFontDatabase.families()


def test_every_tool_has_a_picture_of_its_own(qapp):
    seen = []
    for spec in tools():
        image = picture(spec.section).pixmap(44, 44).toImage()
        assert not image.isNull()
        assert all(image != other for other in seen), spec.id
        seen.append(image)


@pytest.mark.parametrize("name", ["eye", "trash", "map-pin", "question", "caret-down"])
def test_icons_take_the_colour_asked_for(qapp, name):
    image = theme.icon(name, "rust", 32).pixmap(32, 32).toImage()
    strong = [image.pixelColor(x, y) for x in range(32) for y in range(32) if image.pixelColor(x, y).alpha() > 200]
    assert strong
    rust = QColor(theme.palette().rust)
    assert all(abs(c.red() - rust.red()) < 12 and abs(c.blue() - rust.blue()) < 12 for c in strong)


def test_fonts_and_icons_come_with_their_licences():
    from importlib import resources

    folder = resources.files("yewfinch.app.kit") / "resources"
    assert "SIL Open Font License" in (folder / "fonts" / "LICENSE.md").read_text()
    assert "MIT License" in (folder / "icons" / "LICENSE").read_text()
