"""Where a run stands, in a line every few seconds, with failures at once and the ten slowest at the end; a plugin of
pytest in place of its dots."""

import time

import pytest

EVERY = 10.0
"""Seconds between two lines."""
SLOWEST = 10


class Progress:
    """Counts what is done in the process that collects the others' reports."""

    def __init__(self, say) -> None:
        self.say = say
        self.begun = self.told = time.monotonic()
        self.all = self.done = self.failed = 0
        self.took: dict[str, float] = {}

    def pytest_collection_finish(self, session) -> None:
        self.all = len(session.items)

    def pytest_xdist_node_collection_finished(self, ids) -> None:
        self.all = len(ids)

    def pytest_report_teststatus(self, report):
        """No dots."""
        return ("passed", "", "PASSED") if report.passed and report.when == "call" else None

    def pytest_runtest_logreport(self, report) -> None:
        self.took[report.nodeid] = self.took.get(report.nodeid, 0.0) + report.duration
        if report.failed:
            self.failed += 1
            why = str(report.longrepr.reprcrash.message if hasattr(report.longrepr, "reprcrash") else report.longrepr)
            self.say(f"   FAILED {report.nodeid}: {why.strip().splitlines()[0][:160] if why.strip() else ''}")
        if report.when == "teardown":
            self.done += 1
        now = time.monotonic()
        if now - self.told >= EVERY and self.done:
            self.told = now
            share = f"{self.done / self.all:4.0%}" if self.all else "    "
            past = now - self.begun
            clock = f"{past // 60:.0f}:{past % 60:02.0f}"
            self.say(f"   {share} of {self.all} tests, {clock}, {self.failed} failed")

    def pytest_terminal_summary(self, terminalreporter) -> None:
        slowest = sorted(self.took.items(), key=lambda one: -one[1])[:SLOWEST]
        if len(self.took) > SLOWEST:
            terminalreporter.section("the ten slowest")
            for name, seconds in slowest:
                terminalreporter.write_line(f"{seconds:6.1f} s  {name}")


@pytest.hookimpl(trylast=True)
def pytest_configure(config) -> None:
    if not hasattr(config, "workerinput"):
        reporter = config.pluginmanager.get_plugin("terminalreporter")
        config.pluginmanager.register(Progress(lambda line: print(line, flush=True)), "progress")
        if reporter is not None:
            reporter._show_progress_info = False
