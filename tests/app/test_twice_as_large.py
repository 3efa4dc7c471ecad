"""On a screen of twice the density: no text of any panel is cut off, in the longest language and the dark variant."""

import json
import os
import subprocess
import sys


def test_no_text_is_cut_off_at_200_percent(qapp):
    done = subprocess.run(
        [sys.executable, "-m", "tests.app.every_panel", "de", "dark"],
        env={**os.environ, "QT_SCALE_FACTOR": "2"},
        capture_output=True,
        text=True,
        timeout=300,
        check=False,
    )
    assert done.returncode == 0, done.stderr
    told = json.loads(done.stdout.splitlines()[-1])
    assert told["scale"] == 2.0
    assert told["panels"] > 60
    assert told["cut"] == {}
