"""What README, CONTRIBUTING and docs name is there, and their lines can be read in a terminal."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
PAGES = sorted([*ROOT.glob("*.md"), *ROOT.glob("docs/**/*.md")])
#: Where a path in the prose may begin.
BEGINNINGS = [
    ROOT,
    *(ROOT / "src/yewfinch" / p for p in ("", "core", "app", "core/anatomy", "core/document")),
]
#: Modules that the prose names by their file alone.
MODULES = {p.name for p in ROOT.glob("**/*.py") if ".venv" not in p.parts}
LONGEST = 100


def named(page: Path) -> list[str]:
    """What stands between backticks on a page, outside blocks of code."""
    prose = re.sub(r"^```.*?^```", "", page.read_text(), flags=re.DOTALL | re.MULTILINE)
    return re.findall(r"`([^`\n]+)`", prose)


def is_there(path: str) -> bool:
    """Whether a path of the prose leads to a file or folder; `.py` may be left out."""
    return any((b / path).exists() or (b / f"{path}.py").exists() for b in BEGINNINGS)


@pytest.mark.parametrize("page", PAGES, ids=lambda p: str(p.relative_to(ROOT)))
def test_paths_and_modules_that_a_page_names_exist(page: Path) -> None:
    paths = [n for n in named(page) if re.fullmatch(r"[a-z_0-9]+(/[a-z_0-9]+)+(\.(py|md|toml))?/?", n)]
    modules = [n for n in named(page) if re.fullmatch(r"[a-z_0-9]+\.py", n)]
    assert [p for p in paths if not is_there(p)] == []
    assert [m for m in modules if m not in MODULES] == []


@pytest.mark.parametrize("page", PAGES, ids=lambda p: str(p.relative_to(ROOT)))
def test_links_of_a_page_lead_somewhere(page: Path) -> None:
    links = re.findall(r"\]\(([^)#\s]+)\)", page.read_text())
    assert [a for a in links if not a.startswith("https://") and not (page.parent / a).exists()] == []


@pytest.mark.parametrize("page", PAGES, ids=lambda p: str(p.relative_to(ROOT)))
def test_lines_of_prose_are_short(page: Path) -> None:
    prose = re.sub(r"^```.*?^```", "", page.read_text(), flags=re.DOTALL | re.MULTILINE)
    lines = [line for line in prose.splitlines() if not line.startswith(("|", "!["))]
    assert [line for line in lines if len(line) > LONGEST] == []


def test_tables_of_the_architecture_are_short_too() -> None:
    assert [line for line in (ROOT / "docs/architecture.md").read_text().splitlines() if len(line) > LONGEST] == []


def test_every_screenshot_is_shown_and_none_is_missing() -> None:
    shown = set(re.findall(r"docs/screenshots/(\w+\.png)", (ROOT / "README.md").read_text()))
    assert shown == {p.name for p in (ROOT / "docs/screenshots").glob("*.png")}
