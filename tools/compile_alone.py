#!/usr/bin/env python3
"""Compiles every source and header of the program by itself, without precompiled headers: nothing may lean on what another file
happens to include. A header that its own source includes first is read by itself there. Tests are left out: the header of the
property library alone takes longer than all of a source. Wants build/lint configured."""
import json
import os
import re
import shlex
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
commands = [c for c in json.load(open('build/lint/compile_commands.json')) if '/build/' not in c['file']]
flags = {}  # of each folder's sources, for its headers
jobs = []
mocs = tempfile.TemporaryDirectory()  # what moc would make is not needed to read a source
tested = set()
for entry in commands:
    words = [w for w in shlex.split(entry['command'])]
    while not words[0].endswith('c++'):  # a compiler cache in front
        words.pop(0)
    at = words.index('-o')
    del words[at:at + 2]
    words = [w for w in words if w != '-c' and w != entry['file']] + ['-fsyntax-only', '-O0', '-I' + mocs.name]
    source = os.path.relpath(entry['file'])
    folder = source.split('/')[0]
    if folder == 'tests':
        continue
    flags[folder] = max(flags.get(folder, []), words, key=len)  # the one that may include most
    first = re.search(r'#include "([^"]+)"', open(source).read())
    if first and os.path.splitext(os.path.basename(first[1]))[0] == os.path.splitext(os.path.basename(source))[0]:
        tested.add(os.path.splitext(source)[0] + '.h')
    for moc in re.findall(r'#include "(\w+\.moc)"', open(source).read()):
        open(os.path.join(mocs.name, moc), 'w').close()
    jobs.append((source, words + [source], ''))
for header in subprocess.run(['git', 'ls-files', '*.h'], capture_output=True, text=True).stdout.split():
    if header not in tested and not header.startswith('tests/'):
        jobs.append((header, flags[header.split('/')[0]] + ['-I.', '-x', 'c++', '-'], f'#include "{header}"\n'))
def compile_alone(job):
    done = subprocess.run(job[1], input=job[2], capture_output=True, text=True)
    return None if done.returncode == 0 else job[0] + '\n' + done.stderr[:2000]
with ThreadPoolExecutor(os.cpu_count()) as pool:
    faults = [f for f in pool.map(compile_alone, jobs) if f]
print(f'{len(jobs)} sources and headers were compiled alone, {len(faults)} of them in vain.')
print('\n'.join(faults))
sys.exit(bool(faults))
