"""How long the status line keeps a sentence: short notes a while, long ones until they can be read."""

from PyQt6.QtCore import Qt

LONG = "What changed: " + ", ".join(f"{n} vertices here" for n in range(30))


def test_a_note_stays_as_long_as_it_takes_to_read_it(window):
    status = window.status
    status.say("Done.", "note")
    assert status._timer.isActive() and status._timer.interval() == 6_000  # ms
    status.say(LONG, "note")
    assert len(LONG) > 400 and status._timer.interval() > 20_000
    assert status.message.toolTip() == LONG  # all of it, where the line has no room
    status.say("Something is wrong.", "warn")
    assert not status._timer.isActive()


def test_a_note_does_not_go_while_the_pointer_is_on_it(window, qtbot):
    status = window.status
    status.say(LONG, "note")
    for on in (True, False):
        # said by hand: when a screen tells where the pointer is depends on how busy it is, and on what lies above
        status.message.setAttribute(Qt.WidgetAttribute.WA_UnderMouse, on)
        status._timer.start(1)
        qtbot.waitUntil(lambda: not status._timer.isActive() or status._timer.interval() > 1, timeout=10_000)
        assert status.message.text() == (LONG if on else "")
