"""Property tests with examples that nobody has seen: random ones, again and again, till the time is up.

    python -m tools.explore [MINUTES] [PYTEST ARGS]

`./run test` takes the same examples at every run. Here each round has a seed of its own; seeds that failed are printed
with what
failed, and `--hypothesis-seed SEED` makes the same examples again. A failure found here belongs in a test by name.
"""

from __future__ import annotations

import argparse
import os
import random
import re
import subprocess
import sys
import time

#: Where there are property tests that need no window.
PLACES = (
    "tests/mesh",
    "tests/sculpt",
    "tests/reshape",
    "tests/document",
    "tests/formats",
    "tests/sitter",
    "tests/anatomy",
    "tests/shared",
)


def round_of(seed: int, args: list[str], most: float) -> tuple[list[str], bool]:
    """Run all property tests with one seed, for at most so many seconds.

    The tests that failed, and whether it came to its end.
    """
    command = [
        sys.executable,
        "-m",
        "pytest",
        "-q",
        "-m",
        "hypothesis",
        f"--hypothesis-seed={seed}",
        "-p",
        "no:cacheprovider",
        "-rf",
        *args,
    ]
    try:
        made = subprocess.run(
            command,
            check=False,
            env={**os.environ, "YEWFINCH_EXPLORE": "1"},
            capture_output=True,
            text=True,
            timeout=most,
        )
    except subprocess.TimeoutExpired:
        return [], False
    failed = re.findall(r"^FAILED (\S+)", made.stdout, re.M)
    if made.returncode not in (0, 1, 5):  # 1: tests failed, 5: there were none
        failed = failed or [f"pytest ended with {made.returncode}: {made.stdout[-300:]}{made.stderr[-300:]}"]
    return failed, True


def main() -> int:
    """Read the command line, explore, and end with 1 if anything failed."""
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("minutes", nargs="?", type=float, default=10.0)
    parser.add_argument("--first", type=int, help="seed of the first round, else any")
    known, rest = parser.parse_known_args()
    end, rounds = time.monotonic() + 60 * known.minutes, 0
    found: dict[int, list[str]] = {}
    seed = random.SystemRandom().randrange(1, 1 << 31) if known.first is None else known.first
    while time.monotonic() < end:
        failed, whole = round_of(seed, rest or list(PLACES), end - time.monotonic())
        rounds += whole
        if failed:
            found[seed] = failed
            print(f"seed {seed}: {', '.join(failed)}", flush=True)
        seed += 1
    print(
        f"{rounds} rounds to their end, {len(found)} with failures"
        + (f": seeds {', '.join(map(str, found))}" if found else "")
    )
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
