"""How much memory this machine can still give, so that absurd sizes are refused before they are taken."""

from __future__ import annotations

from pathlib import Path

#: Taken for free where the system does not tell, bytes.
_UNTOLD = 4 << 30


def free() -> int:
    """Bytes that can be taken without swapping: what Linux calls available, or less within a control group."""
    told = _UNTOLD
    try:
        for line in Path("/proc/meminfo").read_text().splitlines():
            if line.startswith("MemAvailable:"):
                told = int(line.split()[1]) << 10
        most = Path("/sys/fs/cgroup/memory.max").read_text().strip()
        if most != "max":
            told = min(told, int(most) - int(Path("/sys/fs/cgroup/memory.current").read_text()))
    except (OSError, ValueError, IndexError):
        pass  # an older system, or none of ours
    return max(told, 0)
