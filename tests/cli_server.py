"""Run commands of the command line in processes of their own that share one start.

`python -m tests.cli_server` imports the program once and forks for every command, so that a command takes its own
time only and not that of the imports. Nothing may run beside the main thread before a fork.
"""

from __future__ import annotations

import importlib
import json
import os
import subprocess
import sys
import tempfile
from pathlib import Path

#: What commands import when they need it.
HEAVY = (
    "PIL.Image", "moderngl", "scipy.interpolate", "scipy.linalg", "scipy.optimize", "scipy.sparse.csgraph",
    "scipy.sparse.linalg", "scipy.spatial", "scipy.spatial.transform", "scipy.stats",
    "yewfinch.core.document.figure.shaping", "yewfinch.core.formats.container", "yewfinch.render.picture",
)  # fmt: skip


class Server:
    """The other process; begun with the first command."""

    def __init__(self) -> None:
        self._process: subprocess.Popen[str] | None = None

    def run(self, *args: object) -> subprocess.CompletedProcess[str]:
        """Run one command without a display; its exit code and words."""
        words = [str(a) for a in args]
        if self._process is None or self._process.poll() is not None:
            env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
            self._process = subprocess.Popen(
                [sys.executable, "-m", "tests.cli_server"],
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                text=True,
                env=env,
                cwd=Path(__file__).parents[1],
            )
        assert self._process.stdin is not None
        assert self._process.stdout is not None
        folders = {k: os.environ[k] for k in ("YEWFINCH_STATE", "YEWFINCH_CONFIG") if k in os.environ}
        self._process.stdin.write(json.dumps({"words": words, "folders": folders, "cwd": str(Path.cwd())}) + "\n")
        self._process.stdin.flush()
        code, out, err = json.loads(self._process.stdout.readline())
        return subprocess.CompletedProcess(words, code, out, err)

    def close(self) -> None:
        """End the other process."""
        if self._process is not None:
            self._process.communicate()
            self._process = None


def main() -> None:
    """Serve until nobody asks any more."""
    import numpy as np

    from yewfinch import cli
    from yewfinch.core.mesh.surface import _surface_kernels

    for heavy in HEAVY:
        importlib.import_module(heavy)
    _surface_kernels.leaf_starts(np.zeros((1, 4), np.int32), 1, 9)  # starts the compiler, and no threads
    answers = os.fdopen(os.dup(1), "w")
    for line in sys.stdin:
        asked = json.loads(line)
        with tempfile.TemporaryFile() as out, tempfile.TemporaryFile() as err:
            child = os.fork()
            if child == 0:
                os.dup2(out.fileno(), 1)
                os.dup2(err.fileno(), 2)
                os.environ.update(asked["folders"])
                os.chdir(asked["cwd"])
                try:
                    code = cli.main(asked["words"])
                except SystemExit as end:  # argparse, of wrong words
                    code = end.code if isinstance(end.code, int) else 1
                sys.stdout.flush()
                sys.stderr.flush()
                os._exit(code)
            code = os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
            out.seek(0)
            err.seek(0)
            answers.write(json.dumps([code, out.read().decode(), err.read().decode()]) + "\n")
            answers.flush()


if __name__ == "__main__":
    main()
