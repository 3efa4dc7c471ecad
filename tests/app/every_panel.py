"""Run as a program: the demo's window at 1280x800, every panel of every stage opened once; prints what is cut off.

`python -m tests.app.every_panel LANGUAGE light|dark [FOLDER]`; QT_SCALE_FACTOR says how large. With a folder, pictures
of each panel and of each stage's window are written there.
"""

import json
import sys
from pathlib import Path

from PyQt6.QtTest import QTest

from tests.app.cut_texts import cut_off
from tests.app.hands import opened_panels
from yewfinch.app.bench_window import bench_window
from yewfinch.app.kit import theme
from yewfinch.app.main import make_app
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.demo.demo_portrait import demo_portrait


def main():
    language, variant, *folder = sys.argv[1:]
    app = make_app()
    theme.apply(app, dark=variant == "dark")
    window = bench_window(demo_portrait(), Settings(language=language, dark=variant == "dark"))
    window.resize(1280, 800)
    window.show()
    QTest.qWait(500)
    found, seen = {}, set()
    for stage in STAGES:
        for number, (title, fold) in enumerate(opened_panels(window, stage, seen)):
            if cut := cut_off(fold):
                found[title] = cut
            if folder:
                fold.grab().save(str(Path(folder[0]) / f"{STAGES.index(stage)}{number:02d}.png"))
        if cut := cut_off(window.side):
            found[stage] = cut
        if folder:
            window.snapshot().save(str(Path(folder[0]) / f"{stage}.png"))
    screen = window.devicePixelRatioF()
    sys.stdout.write(json.dumps({"scale": screen, "panels": len(seen), "cut": found}) + "\n")


if __name__ == "__main__":
    main()
