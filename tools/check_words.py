#!/usr/bin/env python3
"""Holds every message to its two rules: lupdate finds it, and the places of its template are those it is given. Wants lupdate
(Debian's qt6-l10n-tools); with --keep FILE the messages stay there for a translator."""
import argparse
import glob
import os
import re
import subprocess
import sys
import tempfile
import xml.etree.ElementTree as xml

literal = r'"(?:[^"\\]|\\.)*"'
text = rf'{literal}(?:\s*{literal})*'


def plain(pieces):
    """Of adjacent literals, as the compiler reads them."""
    return re.sub(r'\\(.)', lambda m: {'n': '\n', 't': '\t'}.get(m[1], m[1]),
                  ''.join(one[1:-1] for one in re.findall(literal, pieces)))


def without_comments(source):
    return re.sub(rf'({literal}|R"(\w*)\([\s\S]*?\)\2")|//[^\n]*', lambda m: m[1] or '', source)


def end_of_call(source, open_at):
    depth, at = 0, open_at
    while True:
        skipped = re.compile(rf"{literal}|'(?:[^'\\]|\\.)'").match(source, at)
        if skipped:
            at = skipped.end()
            continue
        depth += {'(': 1, '{': 1, ')': -1, '}': -1}.get(source[at], 0)
        if depth == 0:
            return at
        at += 1


def places(template):
    return {m[1] for m in re.finditer(r'\{(\w+)(?::[^}]*)?\}', template)}


parser = argparse.ArgumentParser(description=__doc__)
parser.add_argument('--keep', metavar='FILE', help='write the messages to this .ts file')
wanted = parser.parse_args()
lupdate = next((p for p in ['/usr/lib/qt6/bin/lupdate', '/usr/bin/lupdate'] if os.path.exists(p)), None)
if not lupdate:
    sys.exit('lupdate is missing: install qt6-l10n-tools.')
sources = [f for pattern in ('core', 'app', 'report', 'cli') for end in ('cpp', 'h')
           for f in glob.glob(f'{pattern}/**/*.{end}', recursive=True)]
with tempfile.TemporaryDirectory() as folder:
    file = wanted.keep or os.path.join(folder, 'clockface.ts')
    os.makedirs(os.path.dirname(os.path.abspath(file)), exist_ok=True)
    subprocess.run([lupdate, '-silent', '-tr-function-alias', 'qtTrId+=say,qtTrId+=later', '-source-language', 'en', '-locations', 'none',
                    *sources, '-ts', file], check=True, stderr=subprocess.DEVNULL)
    # The plural forms stand inside a template: one form each is enough.
    collected = re.sub(r'(<message[^>]*) numerus="yes"', r'\1', open(file).read())
    collected = re.sub(r'\s*<numerusform>(.*?)</numerusform>\s*', r'\1', collected)
    open(file, 'w').write(collected)
    found = {m.get('id') or m.findtext('source') for m in xml.parse(file).iter('message')}
faults = []
said = 0
for name in sorted(sources):
    source = without_comments(open(name).read())
    for call in re.finditer(r'\b(say|later|tr)\(\s*', source):
        where = f'{name}:{source.count(chr(10), 0, call.start()) + 1}'
        template = re.compile(text).match(source, call.end())
        if template:
            said += 1
            if call[1] != 'tr' and '"' in plain(template[0]):
                faults.append(f'{where}: lupdate writes a broken file for quotation marks in a template')
                continue
            if plain(template[0]) not in found:
                faults.append(f'{where}: lupdate does not find {template[0][:80]}')
        if call[1] != 'say' or source[call.end() - 1] != '(' and not template:
            continue
        end = end_of_call(source, source.index('(', call.start()))
        inside = source[call.end():end]
        given_at = re.search(r',\s*\{\{', inside)
        templates = [template[0]] if template else re.findall(rf'later\(\s*({text})', inside[:given_at.start() if given_at else None])
        if not templates:
            continue
        names = re.findall(r'[{]"(\w+)",', inside[given_at.start():]) if given_at else []
        needed = set().union(*(places(plain(one)) for one in templates))
        outer = set(names)
        for missing in sorted(needed - outer):
            faults.append(f'{where}: nothing is given for {{{missing}}}')
        if not re.search(r'\bsay\(', inside[given_at.start():] if given_at else ''):
            for idle in sorted(outer - needed):
                faults.append(f'{where}: there is no place {{{idle}}} in the template')
print(f'{said} messages, {len(found)} different ones; {len(faults)} of them wrong.')
print('\n'.join(faults))
sys.exit(bool(faults))
