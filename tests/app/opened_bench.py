"""Run as a program: the demo's window; for each stage read from standard input all its panels are opened."""

import sys

from PyQt6.QtCore import QEventLoop, QSocketNotifier
from PyQt6.QtTest import QTest

from yewfinch.app.bench_window import bench_window
from yewfinch.app.kit import theme
from yewfinch.app.main import make_app
from yewfinch.core.session.settings import Settings
from yewfinch.demo.demo_portrait import demo_portrait


def main():
    app = make_app()
    theme.apply(app, dark=False)
    window = bench_window(demo_portrait(), Settings())
    window.resize(1280, 800)
    window.show()
    waiting = QSocketNotifier(sys.stdin.fileno(), QSocketNotifier.Type.Read)
    still = QEventLoop()
    waiting.activated.connect(still.quit)
    for stage in map(str.strip, sys.stdin):
        window.bench.set_stage(stage)
        inspector = window.inspector
        inspector.more.setChecked(True)
        for fold in inspector.folds.values():
            if fold.isVisibleTo(window):
                fold.pin.setChecked(True)
                fold.button.setChecked(True)
        QTest.qWait(300)
        sys.stdout.write("ready\n")
        sys.stdout.flush()
        still.exec()  # the tree is read while this waits for the next stage


if __name__ == "__main__":
    main()
