"""Small widgets: what they show, what they say, and that they do not echo."""

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLabel

from yewfinch.app.controls.fold import Fold
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.stroke.falloff_picker import FalloffPicker
from yewfinch.app.shell.actions import Action, ActionTable
from yewfinch.core.sculpt import falloff


def heard(signal):
    out = []
    signal.connect(out.append)
    return out


@pytest.mark.parametrize("logarithmic", [False, True])
def test_slider_and_box_follow_each_other(qtbot, logarithmic):
    w = ValueSlider("Size", 0.5, 300.0, "mm", logarithmic=logarithmic)
    qtbot.addWidget(w)
    said = heard(w.changed)
    w.box.setValue(20.0)
    assert said == [20.0]
    middle = w.slider.value()
    w.slider.setValue(middle + 100)
    assert w.value() > 20.0
    assert len(said) == 2
    assert w.box.text().endswith(" mm")


def test_setting_a_value_from_the_program_is_silent(qtbot):
    w = ValueSlider("Strength", 1, 100, "%", decimals=0)
    qtbot.addWidget(w)
    said = heard(w.changed)
    w.set_value(37)
    assert said == []
    assert w.value() == 37
    assert w.slider.value() == pytest.approx(364, abs=3)


def test_slider_obeys_arrow_keys(qtbot):
    w = ValueSlider("Strength", 0, 100, "%")
    qtbot.addWidget(w)
    w.show()
    w.set_value(50)
    said = heard(w.changed)
    QTest.keyClick(w.slider, Qt.Key.Key_Right)
    assert said
    assert said[0] > 50


def test_falloff_picker_says_the_name_of_the_curve(qtbot):
    w = FalloffPicker()
    qtbot.addWidget(w)
    said = heard(w.changed)
    assert set(w.buttons) == set(falloff.CURVES)
    w.set_value("round")
    assert said == []
    assert w.buttons["round"].isChecked()
    w.buttons["pointed"].click()
    assert said == ["pointed"]
    assert not w.buttons["round"].isChecked()


def test_a_fold_folds(qtbot):
    body = QLabel("inside")
    fold = Fold("Heading", lambda: body)
    qtbot.addWidget(fold)
    fold.show()
    assert body.isVisible()
    fold.button.click()
    assert not body.isVisible()
    QTest.keyClick(fold.button, Qt.Key.Key_Space)
    assert body.isVisible()


def test_actions_refuse_duplicates():
    table = ActionTable()
    table.add(Action("a", "A", "File", "Ctrl+A", "Does A.", lambda: None))
    with pytest.raises(ValueError, match="clashes with 'a'"):
        table.add(Action("a", "Other", "File", "", "Does it.", lambda: None))
    with pytest.raises(ValueError, match="clashes with 'a'"):
        table.add(Action("b", "B", "File", "Ctrl+A", "Does B.", lambda: None))
    table.add(Action("c", "C", "File", "", "Does C.", lambda: None))
    table.add(Action("d", "D", "File", "", "Does D.", lambda: None))
    assert [a.id for a in table] == ["a", "c", "d"]
