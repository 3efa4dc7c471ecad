"""Another language in the real window: everything is said in it, numbers too, nothing is cut off, and back."""

import re
import string
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QAbstractButton, QLabel, QWidget

from tests.app.cut_texts import cut_off
from tests.app.hands import choose_in_settings, handled, opened_panels, typed
from tools.texts import lacking, translated
from yewfinch.app.kit.speech import speech
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import counted, phrase

ROOMS = Path(__file__).parents[2] / "src/yewfinch/app"
#: What is the same in both languages: units, keys, names of surveys, file formats, colours.
SAME = re.compile(
    r"(?i).*(farkas|dodgson|gordon|heinz|drillis|powell|legan|zhuang|ansur).*|#[0-9a-f]{6}|.*_[lr]"
    r"|(alt|f)\+?.*|cervicale|suprasternale|acromion [lr]|.*mm.*|.*\{.*|<.*|(.* )?px|ITA|[a-z]* ± .*"
)


@pytest.fixture
def german(window):
    """The window in German; English again afterwards."""
    choose_in_settings(window, "language", "de")
    yield window
    window.settings.language = "en"
    window.take_settings()
    assert speech.language == "en"


def test_german_is_complete_and_its_places_are_those_of_the_english():
    assert lacking("de") == []
    wrong = []
    for source, forms in translated("de").items():
        wanted = {(name, form) for _, name, form, _ in string.Formatter().parse(source) if name is not None}
        for form in forms:
            found = {(name, spec) for _, name, spec, _ in string.Formatter().parse(form) if name is not None}
            if found != wanted or (source[0] == " ") != (form[0] == " "):
                wrong.append(source)
    assert wrong == []


def test_the_window_speaks_german_at_once_and_english_again(window):
    def texts():
        found = [w.text() for w in window.findChildren(QWidget) if isinstance(w, QLabel | QAbstractButton)]
        return [*found, *(a.text() for a in window.menuBar().actions()), window.windowTitle()]

    window.bench.set_stage("Form")
    handled()
    english = texts()
    window.settings.language = "de"
    window.take_settings()
    handled()
    now = texts()
    assert [a.text() for a in window.menuBar().actions()] == ["Datei", "Bearbeiten", "Werkzeuge", "Ansicht", "Hilfe"]
    assert window.stage_buttons["Skin"].text() == "Haut"
    assert window.tools[0].diameter.box.text() == "16,0 mm"
    assert "Grobe Stufen bewegen große Massen" in " ".join(now)
    assert Settings.load().language == "en"  # it was not chosen in the dialog
    window.settings.language = "en"
    window.take_settings()
    handled()
    assert set(texts()) == set(english)


def test_the_choice_is_kept_and_numbers_are_typed_as_in_the_region(german):
    assert Settings.load().language == "de"
    typed(german.tools[0].diameter.box, "12,5")
    assert german.bench.tools.settings.size == 12.5


def test_core_sentences_and_errors_are_said_in_german_with_their_values(german):
    german.bench.say(str(YewfinchError(phrase("{0} is no Yewfinch portrait: it has no {1}.", "a.zip", "x"))), "error")
    assert german.status.message.text() == "a.zip ist kein Yewfinch-Porträt: Es hat kein x."
    german.bench.say(phrase("{0:.1f} mm off over {1} landmarks ({2})", 2.25, 30, phrase("size left out")), "note")
    assert german.status.message.text() == "2,2 mm daneben über 30 Messpunkte (Größe weggelassen)"
    said = [speech.say(counted("Solve from {0} photo", "Solve from {0} photos", n)) for n in (1, 2)]
    assert said == ["Aus 1 Foto lösen", "Aus 2 Fotos lösen"]
    assert speech.say(phrase("{0} ({1})", "Undo", "Ctrl+Shift+Z")) == "Rückgängig (Strg+Umschalt+Z)"


def test_names_of_the_users_own_stay(german):
    portrait = german.bench.portrait
    assert speech.say(phrase("Rename {0}", "Onkel Fritz")) == "Onkel Fritz umbenennen"
    german.bench.set_stage("Form")
    before = portrait.pieces["head"].surface.positions.copy()
    middle = german.viewport.rect().center()
    QTest.mousePress(german.viewport, Qt.MouseButton.LeftButton, pos=middle)
    QTest.mouseRelease(german.viewport, Qt.MouseButton.LeftButton, pos=middle)
    handled()
    assert portrait.history.names[-1] == "Clay"  # what files and logs hold is English
    assert np.abs(portrait.pieces["head"].surface.positions - before).max() > 0


def test_nothing_is_cut_off_and_nothing_is_left_in_english(german, monkeypatch):
    english = set()
    looked_up = type(speech)._looked_up

    def watched(text, count=None):
        found = looked_up(text, count)
        if (
            found == text
            and re.search("[A-Za-z]{2}", text)
            and not SAME.fullmatch(text)
            and text.replace(" ", "_") not in LANDMARKS
        ):
            english.add(text)
        return found

    monkeypatch.setattr(type(speech), "_looked_up", staticmethod(watched))
    w, seen = german, set()
    for stage in STAGES:
        for title, fold in opened_panels(w, stage, seen):
            assert cut_off(fold) == [], title
            assert fold.minimumSizeHint().width() <= w.inspector.viewport().width() - 20, title
        for part in (w.side, w.top, w.walls, w.status, w.turntable):
            assert cut_off(part) == [], stage
    known = {form for forms in translated("de").values() for form in forms}
    assert sorted(english - known - set(translated("de"))) == []


def test_the_help_is_german_and_has_every_page(german):
    german.show_help("Die Werkbank")
    dialog = german.help
    assert dialog.titles.currentItem().text() == "Die Werkbank"
    titles = [dialog.titles.item(i).text() for i in range(dialog.titles.count())]
    assert "Von Fotos zu Standpunkten" in titles
    assert titles[-2:] == ["Tasten", "Messpunkte"]
    dialog.close()
    pages = [*ROOMS.glob("rooms/*/help.md"), *ROOMS.glob("shell/help/*.md")]
    for page in (p for p in pages if ".de" not in p.name):
        texts = [p.read_text() for p in (page, page.with_suffix(".de.md"))]
        heads, points = ([len(re.findall(mark, t, re.M)) for t in texts] for mark in (r"^#+ ", r"^(?:- |\d\. )"))
        assert heads[0] == heads[1], page
        assert points[0] == points[1], page
        assert 0.8 < len(texts[1]) / len(texts[0]) < 1.6, page


def test_things_are_found_by_their_german_names(german):
    german.open_find_line()
    QTest.keyClicks(german.find_line.line, "Formschichten")
    handled()
    assert german.find_line.titles()[0] == "Formschichten"
    german.find_line.close()
