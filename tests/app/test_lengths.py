"""Lengths in another unit: sentences, headings and number boxes of the real window; what is kept stays in mm."""

import pytest
from PyQt6.QtWidgets import QLabel, QWidget

from tests.app.cut_texts import cut_off
from tests.app.hands import choose_in_settings, handled, opened_panels, typed
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.lengths import converted
from yewfinch.app.kit.speech import length, speech
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.phrases import in_a_row, phrase


@pytest.fixture
def spoken(qapp):
    """A unit to be chosen; mm again afterwards."""
    yield speech.measure_in
    speech.measure_in("mm")


@pytest.fixture
def inches(window):
    """The window with lengths in inches, chosen in the settings."""
    choose_in_settings(window, "units", "in")
    yield window
    window.settings.units = "mm"
    window.take_settings()
    assert speech.unit == "mm"


@pytest.mark.parametrize(
    ("template", "values", "said"),
    [
        ("{0:.1f} mm", (25.4,), "1.000 in"),
        ("{0} lies {1:.0f} mm off", ("it", 12.7), "it lies 0.50 in off"),
        ("{0:g} to {1:g} mm make sense", (25.4, 254.0), "1 to 10 in make sense"),
        ("{0:.1f} ± {1:.1f} mm", (63.5, 2.54), "2.500 ± 0.100 in"),
        ("at x {0:.0f}, y {1:.0f}, z {2:.0f} mm", (0.0, 25.4, -25.4), "at x 0.00, y 1.00, z -1.00 in"),
        ("{0:.0f} ({1:.0f}) mm", (127.0, 5.08), "5.00 (0.20) in"),
        ("{0} ({1:.0f} mm²)", ("a hole", 645.16), "a hole (1.00 in²)"),
        ("Girth {0:.1f} mm · {1:.1f} × {2:.1f} mm · {3:.1f} cm²", (254.0, 25.4, 50.8, 6.4516),
         "Girth 10.000 in · 1.000 × 2.000 in · 1.00 in²"),
        ("{0:.1f} cm³", (16.387064,), "1.00 in³"),
        ("{0} vertices, {1:.2f} mm", (12, 2.54), "12 vertices, 0.1000 in"),
        ("{0} {1:.1f} {2}", ("width", 25.4, "mm"), "width 1.000 in"),
        ("{0} {1:.1f} {2}", ("turn", 25.4, "°"), "turn 25.4 °"),
        ("head, {0}", ("mm",), "head, in"),
        ("{0:.0f} mm lens", (85.0,), "85 mm lens"),
        ("it is {0} mm at the least", ("no",), "it is no in at the least"),
    ],
)  # fmt: skip
def test_lengths_in_sentences_follow_the_unit(spoken, template, values, said):
    # an inch is 25.4 mm, exactly (international yard and pound agreement, 1959)
    spoken("in")
    assert speech.say(phrase(template, *values)) == said
    spoken("mm")
    assert speech.say(phrase(template, *values)) == template.format(*values)


def test_plain_sentences_and_those_within_others_follow_too(spoken):
    spoken("cm")
    assert speech.say("2 to 4 mm in bright light") == "0.2 to 0.4 cm in bright light"
    assert speech.say("35 mm equivalent focal length") == "35 mm equivalent focal length"
    assert speech.say(in_a_row(", ", [phrase("{0:.1f} mm", 12.0), "x"])) == "1.20 cm, x"
    assert speech.say(phrase("{0}: {1}", "Nose", length(12.0))) == "Nose: 1.20"
    assert speech.say("180 mm across") == "18 cm across"
    with pytest.raises(ValueError, match="cubit"):
        speech.measure_in("cubit")


def test_templates_of_the_whole_bench_can_be_converted():
    from tools.texts import texts, translated

    for template in (*texts(), *(form for forms in translated("de").values() for form in forms)):
        for unit in ("cm", "in"):
            made = converted(template, 20, unit)
            assert made.template.count("{") == template.count("{"), template  # no place is lost


def test_boxes_show_and_take_the_unit_and_keep_millimetres(inches):
    w = inches
    box = w.tools[0].diameter.box
    assert (box.text(), box.value()) == ("0.630 in", 16.0)
    typed(box, "1.25")
    assert box.value() == w.bench.tools.settings.size == pytest.approx(31.75)
    typed(box, "2.5 cm")
    assert w.bench.tools.settings.size == pytest.approx(25.0) and box.text() == "0.984 in"
    typed(box, "20 mm")
    assert w.bench.tools.settings.size == pytest.approx(20.0)
    typed(box, "900")  # beyond the range: what stood there stays
    assert w.bench.tools.settings.size == pytest.approx(20.0)
    assert Settings.load().units == "in"
    w.settings.units = "mm"
    w.take_settings()
    assert (box.text(), box.value()) == ("20.0 mm", 20.0)


def test_tables_that_are_open_follow_with_headings_and_numbers(window):
    window.bench.set_stage("Block")
    table = window.panel("Measures of the head").table
    window.inspector.open("Measures of the head")
    handled()

    def seen():
        return table.horizontalHeaderItem(1).text(), float(table.item(0, 1).text())

    heading, mm = seen()
    assert heading == "head, mm" and 150.0 < mm < 250.0
    choose_in_settings(window, "units", "in")
    assert seen() == ("head, in", pytest.approx(mm / 25.4, abs=0.003))
    choose_in_settings(window, "language", "de")
    assert table.horizontalHeaderItem(1).text() == "Kopf, in"
    choose_in_settings(window, "language", "en")
    choose_in_settings(window, "units", "mm")
    assert seen() == (heading, mm)


def test_no_number_of_the_bench_is_left_in_millimetres_and_nothing_is_cut_off(inches):
    w, seen, left = inches, set(), []
    for stage in STAGES:
        for title, fold in opened_panels(w, stage, seen):
            for slider in fold.findChildren(ValueSlider):
                assert not slider.box.text().endswith(" mm"), title
            left += [
                (title, part.text())
                for part in fold.findChildren(QLabel)
                if part.isVisible() and " mm" in part.text() and "lens" not in part.text().lower()
            ]
            assert cut_off(fold) == [], title
    assert left == []
    tips = [p.toolTip() for p in w.findChildren(QWidget) if " mm" in p.toolTip()]
    known = ("35 mm", "36 x 24", "lens", "in mm", "mm or degrees")  # lenses, and what is typed into a table
    assert [t for t in tips if not any(k in t.lower() for k in known)] == []
