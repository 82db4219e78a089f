# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""A copy of the checkout in which one small fault at a time is built and the core's tests are run."""
import os
import pathlib
import resource
import shutil
import subprocess
import time

MEMORY_LIMIT = 6 << 30
LEAST_LIMIT_S = 3.0  # ten times a few milliseconds is noise on a busy machine


class Workshop:
    def __init__(self, top, root, number):
        self.top, self.copy = pathlib.Path(top), pathlib.Path(root) / f"job{number}"
        self.build = self.copy / "build/mutate"
        self.environment = {**os.environ, "CCACHE_DIR": str(pathlib.Path(root) / "ccache"), "CCACHE_MAXSIZE": "4G",
                            "QT_QPA_PLATFORM": "offscreen", "XDG_RUNTIME_DIR": "/tmp"}
        self.limits = {}

    def bring_up_to_date(self):
        """Copies what the checkout holds now, tracked or new; what is equal keeps its date, so that little is built."""
        names = subprocess.run(["git", "ls-files", "-co", "--exclude-standard"], cwd=self.top, capture_output=True, text=True,
                               check=True).stdout.split("\n")
        wanted = {n for n in names if n and (self.top / n).is_file() and not n.startswith("docs/screenshots/")}
        for name in wanted:
            source, target = self.top / name, self.copy / name
            if target.is_file() and target.read_bytes() == source.read_bytes():
                continue
            target.parent.mkdir(parents=True, exist_ok=True)
            shutil.copyfile(source, target)
        for path in list(self.copy.rglob("*")):
            name = str(path.relative_to(self.copy))
            if path.is_file() and not name.startswith("build/") and name not in wanted:
                path.unlink()

    def prepare(self, threads):
        self.bring_up_to_date()
        self._run(["cmake", "-S", ".", "-B", str(self.build), "-G", "Ninja", "-DCMAKE_BUILD_TYPE=Mutate", "-DSTEADY_TESTS=ON",
                   "-DCMAKE_CXX_FLAGS=-w -O1 -g0 -D_GLIBCXX_ASSERTIONS"])
        self._run(["ninja", "-C", str(self.build), f"-j{threads}", "test_core"])

    def _run(self, command):
        done = subprocess.run(command, cwd=self.copy, env=self.environment, capture_output=True, text=True)
        if done.returncode != 0:
            raise SystemExit(f"{' '.join(command[:2])} failed without any change:\n{(done.stdout + done.stderr)[-3000:]}")

    def classes(self):
        return sorted(p.stem for p in (self.copy / "tests/core").glob("*Test.cpp"))

    def measure(self):
        """Runs every class as it is; the quick ones will be run first. Ends when one fails."""
        for name in self.classes():
            start = time.monotonic()
            if not self._passes(name, 600):
                raise SystemExit(f"{name} fails without any change")
            self.limits[name] = time.monotonic() - start
        return self.limits

    def _passes(self, name, limit_s):
        def bounded():
            resource.setrlimit(resource.RLIMIT_AS, (MEMORY_LIMIT, MEMORY_LIMIT))
            resource.setrlimit(resource.RLIMIT_CORE, (0, 0))

        try:
            return subprocess.run([str(self.build / "tests/test_core"), name, "-silent", "-maxwarnings", "20"], cwd=self.copy,
                                  env=self.environment, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
                                  timeout=limit_s, preexec_fn=bounded).returncode == 0
        except subprocess.TimeoutExpired:
            return False

    def attempt(self, change, threads=1):
        """Returns the class that noticed the change, "" when none did, None when it does not compile."""
        path = self.copy / change["file"]
        original = path.read_bytes()
        assert original[change["start"]:change["end"]].decode() == change["old"]
        try:
            path.write_bytes(original[:change["start"]] + change["new"].encode() + original[change["end"]:])
            built = subprocess.run(["ninja", "-C", str(self.build), f"-j{threads}", "test_core"], env=self.environment,
                                   stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
            if built.returncode != 0:
                return None
            for name in sorted(self.limits, key=self.limits.get):
                if not self._passes(name, max(10 * self.limits[name], LEAST_LIMIT_S)):
                    return name
            return ""
        finally:
            path.write_bytes(original)  # newer than what was built from the change, so that it is built again
