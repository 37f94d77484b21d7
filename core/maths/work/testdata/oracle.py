#!/usr/bin/env python3
"""Writes tasks with their truth, found by SymPy. See README.md.

    python3 oracle.py SEED > tasks.jsonl

Every statement is drawn at random and solved by SymPy alone; wrong claims are
made from the truth by a slip and kept only where SymPy says that they differ.
"""
import json
import random
import sys

from sympy import (Abs, E, Eq, FiniteSet, Interval, Poly, Rational, S, Symbol, Union, cos, diff, exp, expand, factor, integrate, log, nsolve, oo, pi,
                   simplify, sin, solve, solveset, sqrt, symbols, sympify, tan, together, linsolve, N, root, cancel, EmptySet, ConditionSet, nsimplify)

R = random.Random(int(sys.argv[1]))
x, y, z, a, b, c = symbols('x y z a b c', real=True)
OUT = []


def text(e):
    """A SymPy expression as it is typed here."""
    s = str(e).replace('**', '^').replace('log(', 'ln(').replace('Abs(', 'abs(')
    return s.replace('asin(', 'arcsin(').replace('acos(', 'arccos(').replace('atan(', 'arctan(').replace('E', 'e')


def dress(s):
    """The same text in another notation."""
    return R.choice([
        lambda t: t,
        lambda t: t,
        lambda t: t.replace('*x', 'x').replace('-', '−'),
        lambda t: t.replace('x^2', 'x²').replace('x^3', 'x³'),
        lambda t: t.replace('sqrt(', '√('),
        lambda t: t.replace('*', '·').replace(' ', ''),
        lambda t: t.replace('*', ' × ').replace('pi', 'π'),
    ])(s)


def nz(lo, hi):
    n = 0
    while n == 0:
        n = R.randint(lo, hi)
    return n


def add(task, statement, want, claims=(), **more):
    want = dict(want)
    claims = [(t, v) for t, v in claims if t is not None]
    R.shuffle(claims)
    want['claims'] = [v for _, v in claims]
    t = {'id': '%s-%d' % (task, len(OUT) + 1), 'task': task, 'statement': statement, 'claims': [t for t, _ in claims]}
    t.update(more)
    OUT.append({'task': t, 'want': want})


def ordered(values):
    return sorted(values, key=lambda v: float(N(v, 30)))


def one_of(values):
    """A claim that lists exactly these values."""
    v = [text(e) for e in values]
    return R.choice([
        ' or '.join('x = ' + t for t in v),
        '{' + ', '.join(v) + '}',
        ', '.join(v),
        ', '.join('x = ' + t for t in v),
    ])


def set_claims(values, false):
    """Right and wrong claims about a finite set; false are values in none."""
    values = ordered(values)
    out = []
    if not values:
        out.append((R.choice(['no solution', 'no real solution', '∅', 'no solutions']), 'right'))
        if false:
            out.append((one_of(false[:1]), 'wrong'))
        out.append(('all real numbers', 'wrong'))
        return out
    out.append((one_of(values), 'right'))
    if len(values) > 1:
        out.append((one_of(values[:-1]), 'wrong'))
    extra = [f for f in false if not any(simplify(f - v) == 0 for v in values)]
    if extra:
        out.append((one_of(ordered(values + extra[:1])), 'wrong'))
        if len(values) == 1:
            out.append((one_of(extra[:1]), 'wrong'))
    out.append((R.choice(['no solution', 'all real numbers']), 'wrong'))
    v = values[0]
    if not v.is_rational and len(values) == 1:
        f = float(N(v, 20))
        if 1e-3 < abs(f) < 1e4:
            good = '%.4g' % f
            bad = '%.4g' % (f * 1.01)
            if 'e' not in good + bad and len(good.replace('-', '').replace('.', '').strip('0')) >= 3:
                out.append(('x ≈ ' + good, 'right'))
                out.append(('x = ' + good, 'wrong'))
                if len(bad.replace('-', '').replace('.', '').strip('0')) >= 3:
                    out.append(('x ≈ ' + bad, 'wrong'))
    return out


def finite(values):
    values = ordered(values)
    return {'set': 'finite' if values else 'none', 'values': [text(v) for v in values]}


def checked(lhs, rhs, values, lo=-60, hi=60):
    """Whether these are all real solutions as far as a fine grid shows."""
    f = lhs - rhs
    for v in values:
        r = N(f.subs(x, v), 30)
        if not r.is_real or abs(r) > 1e-15:
            return False
    return True


def solved(lhs, rhs):
    s = solveset(Eq(lhs, rhs), x, S.Reals)
    if s is S.EmptySet or s == EmptySet:
        return []
    if isinstance(s, FiniteSet):
        return list(s)
    return None


def equation(lhs, rhs, false=(), statement=None):
    """Adds one equation in x."""
    statement = statement or '%s = %s' % (dress(text(lhs)), dress(text(rhs)))
    try:
        v = solved(lhs, rhs)
    except Exception:
        return False
    if v is None or not checked(lhs, rhs, v) or len(v) > 6:
        return False
    add('solve', statement, finite(v), set_claims(v, [sympify(f) for f in false]), variable='x')
    return True


def many(n, f):
    done = tries = 0
    while done < n and tries < 40 * n:
        tries += 1
        if f():
            done += 1


# Equations -------------------------------------------------------------------

def linear():
    p, q, r, s, t = nz(-9, 9), R.randint(-9, 9), nz(-9, 9), R.randint(-9, 9), nz(-6, 6)
    kind = R.randint(0, 5)
    if kind == 0:
        return equation(p * x + q, S(s), [R.randint(-9, 9)])
    if kind == 1 and p != r:
        return equation(p * x + q, r * x + s, [Rational(s - q, p)])
    if kind == 2:
        st = '%d(x %s %d) = %d' % (abs(p) + 1, '+-'[q < 0], abs(q), s)
        return equation((abs(p) + 1) * (x + q), S(s), [Rational(s, abs(p) + 1)], st)
    if kind == 3:
        return equation(x / (abs(p) + 1) + Rational(q, 2), Rational(s, 3), [R.randint(-9, 9)])
    if kind == 4:  # nothing
        k = abs(p) + 1
        add('solve', '%d(x + %d) = %dx + %d' % (k, abs(q), k, k * abs(q) + abs(t)), {'set': 'none', 'values': []},
            [('no solution', 'right'), ('x = %d' % q, 'wrong'), ('all real numbers', 'wrong')], variable='x')
        return True
    k = abs(p) + 1
    add('solve', '%d(x + %d) = %dx + %d' % (k, abs(q), k, k * abs(q)), {'set': 'all', 'values': []},
        [('all real numbers', 'right'), ('x = 0', 'wrong'), ('no solution', 'wrong')], variable='x')
    return True


def quadratic():
    kind = R.randint(0, 3)
    if kind == 0:
        r, s = R.randint(-9, 9), R.randint(-9, 9)
        return equation(expand((x - r) * (x - s)), S(0), [-r, -s])
    if kind == 1:
        p, q, r = nz(-4, 4), R.randint(-9, 9), R.randint(-9, 9)
        return equation(p * x**2 + q * x + r, S(0), [q, r])
    if kind == 2:
        n = R.randint(2, 40)
        return equation(x**2, S(n), [n, Rational(n, 2)])
    p, q = nz(-5, 5), R.randint(1, 30)
    return equation((x - p)**2, S(q), [p + q, p - q])


def polynomial():
    kind = R.randint(0, 4)
    if kind == 0:
        r = [R.randint(-5, 5) for _ in range(3)]
        return equation(expand((x - r[0]) * (x - r[1]) * (x - r[2])), S(0), [r[0] + 11])
    if kind == 1:
        p, q = R.randint(1, 9), R.randint(1, 9)
        return equation(expand((x**2 - p) * (x**2 - q)), S(0), [p, -q])
    if kind == 2:
        n = nz(-30, 30)
        v = root(abs(n), 3) * (1 if n > 0 else -1)
        add('solve', 'x^3 = %d' % n, finite([v]), set_claims([v], [Rational(n, 3)]), variable='x')
        return True
    if kind == 3:
        p = Poly(x**3 + R.randint(-3, 3) * x**2 + R.randint(-5, 5) * x + nz(-5, 5), x)
        if not p.is_irreducible:
            return False
        v = [r for r in p.nroots(n=30, maxsteps=200) if abs(r.as_real_imag()[1]) < 1e-20]
        claims = [('no solution', 'wrong')]
        if len(v) == 1 and abs(v[0]) > 0.01:
            claims.append(('x ≈ %.5f' % v[0], 'right'))
            claims.append(('x ≈ %.5f' % (v[0] + 0.01), 'wrong'))
            claims.append(('x = %.5f' % v[0], 'wrong'))
        add('solve', '%s = 0' % dress(text(p.as_expr())), {'set': 'finite', 'count': len(v)}, claims, variable='x')
        return True
    r, s = R.randint(-4, 4), R.randint(-4, 4)
    return equation(expand((x - r) * (x**2 + x + s**2 + 1)), S(0), [r + 1])


def rational():
    p, q, r, s = R.randint(-6, 6), R.randint(-6, 6), nz(-6, 6), nz(-6, 6)
    kind = R.randint(0, 4)
    if kind == 0 and p != q:
        st = '%d/(x %+d) = %d/(x %+d)' % (r, -p, s, -q)
        return equation(r / (x - p), s / (x - q), [p, q], st)
    if kind == 1:  # an extraneous root
        st = '(x^2 %+d)/(x %+d) = %d' % (-p * p, -p, 2 * p)
        add('solve', st, {'set': 'none', 'values': []}, [('no solution', 'right'), ('x = %d' % p, 'wrong')], variable='x')
        return True
    if kind == 2 and p != q:
        st = '1/(x %+d) + 1/(x %+d) = %s' % (-p, -q, text(Rational(r, 2)))
        return equation(1 / (x - p) + 1 / (x - q), Rational(r, 2), [p, q], st)
    if kind == 3:
        st = 'x/(x %+d) = %d + %d/(x %+d)' % (-p, r, s, -p)
        return equation(x / (x - p), r + s / (x - p), [p, s], st)
    st = 'x + %d/x = %d' % (abs(r), s * 2)
    return equation(x + abs(r) / x, S(s * 2), [0, s], st)


def radical():
    p, q, r = R.randint(-6, 9), R.randint(-6, 6), R.randint(1, 8)
    kind = R.randint(0, 4)
    if kind == 0:
        return equation(sqrt(x + p), x + q, [p, -q])
    if kind == 1:
        return equation(sqrt(r * x + p), S(q), [r, p])
    if kind == 2:
        return equation(sqrt(x + r) + sqrt(x), S(R.randint(1, 9)), [r, 0])
    if kind == 3:
        return equation(sqrt(2 * x + p), sqrt(x + r), [p, r])
    return equation(sqrt(x + p) - sqrt(x - r), S(1), [p + r])


def absolute():
    p, q, r = R.randint(-6, 6), R.randint(-6, 9), R.randint(1, 5)
    kind = R.randint(0, 3)
    if kind == 0:
        return equation(Abs(r * x - p), S(q), [p + 20], '|%s| = %d' % (text(r * x - p), q))
    if kind == 1:
        return equation(Abs(r * x + p), x + q, [p + 20], '|%s| = %s' % (text(r * x + p), text(x + q)))
    if kind == 2 and r > 1:
        return equation(Abs(x - p), Abs(r * x - q), [p + 20], '|%s| = |%s|' % (text(x - p), text(r * x - q)))
    d = R.randint(1, 8)
    st = '|x %+d| + |x %+d| = %d' % (-p, -q, abs(p - q) + d)
    if p == q:
        return False
    v = [Rational(p + q - abs(p - q) - d, 2), Rational(p + q + abs(p - q) + d, 2)]
    add('solve', st, finite(v), set_claims(v, [sympify(p + q + 30)]), variable='x')
    return True


def exponential():
    bse = R.choice([2, 3, 5, 10])
    p, q, n = nz(-3, 3), R.randint(-4, 4), R.randint(1, 4)
    kind = R.randint(0, 5)
    if kind == 0:
        v = Rational(n - q, p)
        add('solve', '%d^(%s) = %d' % (bse, text(p * x + q), bse**n), finite([v]), set_claims([v], [v + 1, -v - 7]), variable='x')
        return True
    if kind == 1:
        m = R.choice([6, 7, 11, 12])
        v = log(m) / log(bse)
        add('solve', '%d^x = %d' % (bse, m), finite([v]), set_claims([v], [Rational(m, bse)]), variable='x')
        return True
    if kind == 2:
        r, s = R.randint(1, 5), R.randint(1, 7)
        v = [log(r) / log(bse)] + ([log(s) / log(bse)] if s != r else [])
        st = '%d^(2x) - %d*%d^x + %d = 0' % (bse, r + s, bse, r * s)
        add('solve', st, finite(v), set_claims(v, [sympify(r + s + 30)]), variable='x')
        return True
    if kind == 3:
        r, s = R.randint(1, 5), R.randint(1, 7)
        v = [log(r)]
        add('solve', 'e^(2x) + %d*e^x - %d = 0' % (s - r, r * s), finite(v), set_claims(v, [log(s + 9)]), variable='x')
        return True
    if kind == 4:
        add('solve', '%d^x = %d' % (bse, -n), finite([]), [('no solution', 'right'), ('x = %d' % n, 'wrong')], variable='x')
        return True
    v = n * log(3) / (log(2) - log(3))
    add('solve', '2^x = 3^(x + %d)' % n, finite([v]), set_claims([v], [sympify(n)]), variable='x')
    return True


def logarithm():
    bse = R.choice([2, 3, 10, 'e'])
    name = {2: 'log_2', 3: 'log_3', 10: 'log', 'e': 'ln'}[bse]
    value = E if bse == 'e' else S(bse)
    p, q, n = R.randint(-5, 5), nz(-5, 5), R.randint(-1, 3)
    kind = R.randint(0, 4)
    if kind == 0:
        v = value**n - p
        add('solve', '%s(x %+d) = %d' % (name, p, n), finite([v]), set_claims([v], [v + 1]), variable='x')
        return True
    if kind == 1 and p != q:  # log(x+p) + log(x+q) = n
        rhs = value**max(n, 0)
        if bse == 'e':
            rhs, n = S(1), 0
        cand = solve((x + p) * (x + q) - rhs, x)
        v = [k for k in cand if N(k + p) > 0 and N(k + q) > 0]
        bad = [k for k in cand if k not in v]
        add('solve', '%s(x %+d) + %s(x %+d) = %d' % (name, p, name, q, max(n, 0)), finite(v), set_claims(v, bad or [sympify(99)]), variable='x')
        return True
    if kind == 2 and p != q:
        k = R.randint(2, 5)
        v = Rational(k * q - p, 1 - k)
        good = v + p > 0 and v + q > 0
        st = '%s(x %+d) = %s(x %+d) + %s(%d)' % (name, p, name, q, name, k)
        add('solve', st, finite([v] if good else []), set_claims([v] if good else [], [v, v + 1]), variable='x')
        return True
    if kind == 3:
        r, s = R.randint(-1, 2), R.randint(-1, 3)
        v = {value**r, value**s}
        st = '%s(x)^2 %+d*%s(x) %+d = 0' % (name, -(r + s), name, r * s)
        add('solve', st, finite(list(v)), set_claims(list(v), [sympify(77)]), variable='x')
        return True
    m = R.randint(1, 6)
    add('solve', '%s(x^2) = %s(%d)' % (name, name, m * m), finite([-m, m] if False else [S(-m), S(m)]), set_claims([S(-m), S(m)], [S(m * m + 1)]), variable='x')
    return True


def trigonometric():
    f, name = R.choice([(sin, 'sin'), (cos, 'cos'), (tan, 'tan')])
    kind = R.randint(0, 4)
    if kind == 0:
        v = R.choice([0, Rational(1, 2), -Rational(1, 2), sqrt(2) / 2, sqrt(3) / 2, 1, -1])
        if name == 'tan':
            v = R.choice([0, 1, -1, sqrt(3)])
        sol = solveset(Eq(f(x), v), x, Interval.Ropen(0, 2 * pi))
        if not isinstance(sol, FiniteSet):
            return False
        sol = list(sol)
        add('solve', '%s(x) = %s, 0 <= x < 2π' % (name, dress(text(v))), finite(sol), set_claims(sol, [pi / 7]), variable='x')
        return True
    if kind == 1:
        sol = [k * pi / 2 for k in range(4)] if name != 'tan' else None
        if sol is None:
            return False
        add('solve', 'sin(2x) = 0 for 0 ≤ x < 2π', finite(sol), set_claims(sol, [pi / 7]), variable='x')
        return True
    if kind == 2:
        sol = [pi / 6, 5 * pi / 6, 3 * pi / 2]
        add('solve', '2sin(x)^2 + sin(x) - 1 = 0, 0 <= x < 2pi', finite(sol), set_claims(sol, [pi / 2]), variable='x')
        return True
    if kind == 3:
        n = R.choice([2, -2, Rational(3, 2)])
        add('solve', '%s(x) = %s' % ('sin' if name == 'tan' else name, text(n)), finite([]), [('no solution', 'right'), ('x = 1', 'wrong')], variable='x')
        return True
    add('solve', 'sin(x)^2 + cos(x)^2 = 1', {'set': 'all', 'values': []}, [('all real numbers', 'right'), ('no solution', 'wrong')], variable='x')
    return True


# Inequalities ----------------------------------------------------------------

def interval_claim(s):
    """A set of SymPy as a claim."""
    if s == S.Reals:
        return 'all real numbers'
    if s is S.EmptySet:
        return 'no solution'
    parts = s.args if isinstance(s, Union) else [s]
    parts = sorted(parts, key=lambda p: float(N(p.inf, 20)) if p.inf != -oo else -1e30)
    out = []
    for p in parts:
        if isinstance(p, FiniteSet):
            out += ['x = ' + text(v) for v in p]
            continue
        lo, hi = p.start, p.end
        lt = '<' if p.left_open else '<='
        rt = '<' if p.right_open else '<='
        if lo == -oo:
            out.append('x %s %s' % (rt, text(hi)))
        elif hi == oo:
            out.append('x %s %s' % ('>' if p.left_open else '>=', text(lo)))
        else:
            out.append('%s %s x %s %s' % (text(lo), lt, rt, text(hi)))
    return ' or '.join(out)


def bracket_claim(s):
    parts = s.args if isinstance(s, Union) else [s]
    if any(not isinstance(p, Interval) for p in parts):
        return None
    parts = sorted(parts, key=lambda p: float(N(p.inf, 20)) if p.inf != -oo else -1e30)
    out = []
    for p in parts:
        lo = '(-∞' if p.start == -oo else ('(' if p.left_open else '[') + text(p.start)
        hi = '∞)' if p.end == oo else text(p.end) + (')' if p.right_open else ']')
        out.append(lo + ', ' + hi)
    return ' ∪ '.join(out)


def inequality():
    op = R.choice(['<', '<=', '>', '>='])
    p, q, r = R.randint(-6, 6), R.randint(-6, 6), nz(-4, 4)
    kind = R.randint(0, 6)
    if kind == 0:
        lhs, rhs = r * x + p, S(q)
    elif kind == 1:
        lhs, rhs = expand((x - p) * (x - q)), S(0)
    elif kind == 2:
        if p == q:
            return False
        lhs, rhs = (x - p) / (x - q), S(0)
    elif kind == 3:
        lhs, rhs = Abs(x - p), S(abs(q) + 1)
    elif kind == 4:
        lhs, rhs = sqrt(x + p), S(abs(q))
    elif kind == 5:
        lhs, rhs = expand((x - p) * (x - q) * (x - r)), S(0)
    else:
        lhs, rhs = x**2 + p * x + abs(q) + 10, S(0)
    rel = {'<': lhs < rhs, '<=': lhs <= rhs, '>': lhs > rhs, '>=': lhs >= rhs}[op]
    try:
        if kind == 4:
            dom = Interval(-p, oo)
            k = rhs**2 - p
            s = {'<': Interval.Ropen(-p, k), '<=': Interval(-p, k), '>': Interval.open(k, oo), '>=': Interval(k, oo)}[op].intersect(dom)
        else:
            s = rel.as_set() if kind != 2 else solveset(rel, x, S.Reals)
    except Exception:
        return False
    truth = interval_claim(s)
    flipped = {'<': '>', '<=': '>=', '>': '<', '>=': '<='}
    claims = [(truth, 'right')]
    if s not in (S.Reals, S.EmptySet):
        b = bracket_claim(s)
        if b:
            claims.append((b, 'right'))
            swapped = b.replace('[', '§').replace('(', '[').replace('§', '(').replace('[-∞', '(-∞')
            swapped = swapped.replace(']', '§').replace(')', ']').replace('§', ')').replace('∞]', '∞)')
            if swapped != b:
                claims.append((swapped, 'wrong'))
        claims.append(('all real numbers', 'wrong'))
        claims.append((interval_claim(S.Reals - s), 'wrong'))
    else:
        claims.append(('x > 3', 'wrong'))
    kindof = 'all' if s == S.Reals else 'none' if s is S.EmptySet else 'finite' if isinstance(s, FiniteSet) else 'interval'
    add('solve', '%s %s %s' % (dress(text(lhs)), op, text(rhs)), {'set': kindof, 'where': truth}, claims, variable='x')
    return True


# Systems ---------------------------------------------------------------------

def system():
    kind = R.randint(0, 3)
    if kind <= 1:
        n = 2 if kind == 0 else 3
        names = [x, y, z][:n]
        sol = [R.randint(-6, 6) for _ in names]
        eqs = []
        for _ in names:
            co = [R.randint(-4, 4) for _ in names]
            eqs.append((sum(k * v for k, v in zip(co, names)), sum(k * v for k, v in zip(co, sol))))
        s = linsolve([l - r for l, r in eqs], names)
        if not isinstance(s, FiniteSet) or len(s) != 1 or any(l == 0 for l, _ in eqs):
            return False
        v = list(s)[0]
        if any(t.free_symbols for t in v):
            return False
        st = '; '.join('%s = %s' % (text(l), text(S(r))) for l, r in eqs)
        good = '(' + ', '.join(text(t) for t in v) + ')'
        spelled = ', '.join('%s = %s' % (s, text(t)) for s, t in zip(names, v))
        bad = '(' + ', '.join(text(t) for t in [v[0] + 1] + list(v[1:])) + ')'
        add('solve', st, {'set': 'finite', 'values': [good]}, [(good, 'right'), (spelled, 'right'), (bad, 'wrong'), ('no solution', 'wrong')],
            variable=', '.join(str(s) for s in names))
        return True
    if kind == 2:
        r, p, q = R.randint(1, 6), nz(-4, 4), R.randint(-5, 5)
        st = '%s = %d; %s = %d' % (text(x + p * y), q, text(2 * x + 2 * p * y), 2 * q + r)
        add('solve', st, {'set': 'none', 'values': []}, [('no solution', 'right'), ('(%d, 0)' % q, 'wrong')], variable='x, y')
        return True
    r, s = R.randint(-5, 5), R.randint(-5, 5)
    st = 'x^2 + y^2 = %d; x + y = %d' % (r * r + s * s, r + s)
    v = sorted({(r, s), (s, r)})
    good = ' or '.join('(%d, %d)' % p for p in v)
    claims = [(good, 'right'), ('(%d, %d)' % (r + 1, s), 'wrong')]
    if len(v) > 1:
        claims.append(('(%d, %d)' % v[0], 'wrong'))
    add('solve', st, {'set': 'finite', 'values': ['(%d, %d)' % p for p in v]}, claims, variable='x, y')
    return True


# Calculus and algebra ---------------------------------------------------------

def pieces(depth=2):
    k = R.randint(2, 5)
    base = [x**k, sin(x), cos(x), exp(x), log(x), sqrt(x), 1 / x, sin(k * x), exp(-k * x), log(k * x + 1), (k * x + 1)**3, tan(x), x**2 + k, sqrt(x**2 + k)]
    e = R.choice(base)
    if depth == 0:
        return e
    f = pieces(depth - 1)
    return R.choice([e + k * f, e * f, e / (x**2 + k), e - f])


def derivative():
    e = pieces(R.randint(0, 2))
    d = diff(e, x)
    slips = [d + 1, -d, diff(e, x) * 2, e]
    slip = next((s for s in slips if simplify(s - d) != 0), None)
    add('differentiate', dress(text(e)), {'expression': text(d)}, [(text(d), 'right'), (text(simplify(d)), 'right'), (text(slip) if slip is not None else None, 'wrong')], variable='x')
    return True


def antiderivative():
    k, p = R.randint(2, 6), nz(-5, 5)
    e = R.choice([x**k + p, (k * x + p)**3, exp(k * x), sin(k * x), cos(x / k), 1 / x, 1 / (k * x + 7), sqrt(x), k * x**2 + p * x - 1, x * (x + p), 1 / x**k, 2**x, sqrt(k * x + 9)])
    f = integrate(e, x)
    claims = [(text(f) + ' + C', 'right'), (text(f + 3), 'right')]
    if simplify(diff(f * 2, x) - e) != 0:
        claims.append((text(f * 2), 'wrong'))
    claims.append((text(diff(e, x)), 'wrong') if simplify(diff(e, x, 2) - e) != 0 else (None, ''))
    add('integrate', text(e), {'derivative': text(e)}, claims, variable='x')
    return True


def shapes():
    p, q, r, s = nz(-6, 6), nz(-6, 6), nz(-4, 4), nz(-4, 4)
    kind = R.choice(['expand', 'factor', 'simplify'])
    if kind == 'expand':
        e = R.choice([(r * x + p) * (s * x + q), (x + p)**3, (x + p * y)**2, r * (x + p) - s * (x - q), (x + p) * (x**2 + q * x + 1), (2 * x - p * y) * (x + q * y)])
        t = expand(e)
        wrong = expand(e + x)
    elif kind == 'factor':
        t = R.choice([(x + p) * (x + q), r * x * (x + p), (x - p)**2, (x - abs(p)) * (x + abs(p)), (r * x + p) * (s * x + q), (x + p) * (x**2 + 1), (x - p * y) * (x + q * y), (x + p)**2 * (x + q)])
        e = expand(t)
        t = factor(e)
        wrong = t + 1
    else:
        e = R.choice([(x**2 - p**2) / (x - p), 1 / (x + p) + 1 / (x + q), (x**2 + (p + q) * x + p * q) / (x + p), x / (x + p) - q / (x + p), (r * x + s) / 2 + x / 3,
                      sqrt(abs(p) * 4 * x**2), (x + p)**2 - x**2, x**3 / x, (2 * x)**3 / 4, 2**x * 2**3, log(x**2) - log(x)])
        t = simplify(e)
        wrong = t + 1
    st = text(e)
    if kind == 'simplify' and st.startswith('ln(x^2)'):
        st = 'ln(x^2) - ln(x)'
    add(kind, dress(st), {'expression': text(t)}, [(text(t), 'right'), (text(wrong), 'wrong')], variable='x')
    return True


# Numbers ---------------------------------------------------------------------

def value(statement, v, wrong, approx=True):
    """Adds one evaluation."""
    v, wrong = nsimplify(v, rational=False), nsimplify(wrong, rational=False)
    claims = [(text(v), 'right')]
    if simplify(v - wrong) != 0:
        claims.append((text(wrong), 'wrong'))
    f = float(N(v, 25))
    if approx and not (v.is_rational and len(str(v)) < 7) and 1e-3 < abs(f) < 1e5:
        good = '%.4g' % f
        if 'e' not in good and len(good.replace('-', '').replace('.', '').strip('0')) >= 3 and simplify(v - Rational(good)) != 0:
            claims += [('≈ ' + good, 'right'), ('= ' + good, 'wrong')]
    add('evaluate', statement, {'expression': text(v)}, claims)
    return True


def number():
    p, q, r = R.randint(1, 12), R.randint(2, 12), R.randint(2, 9)
    kind = R.randint(0, 17)
    if kind == 0:
        return value('%d + %d × %d' % (p, q, r), S(p + q * r), S((p + q) * r))
    if kind == 1:
        return value('−%d² + %d' % (q, r), S(-q * q + r), S(q * q + r))
    if kind == 2:
        return value('%d 1/%d + 2/%d' % (p, q, q), p + Rational(1, q) + Rational(2, q), Rational(p, q) + Rational(2, q))
    if kind == 3:
        return value('%d%% of %d' % (q * 5, p * 30), Rational(q * 5 * p * 30, 100), S(q * 5 * p))
    if kind == 4:
        return value('%d increased by %d%%' % (p * 20, q), Rational(p * 20 * (100 + q), 100), Rational(p * 20 * (100 - q), 100))
    if kind == 5:
        return value('√%d × √%d' % (q, r), sqrt(q) * sqrt(r), sqrt(q + r))
    if kind == 6:
        n = R.choice([30, 45, 60, 120, 150, 90, 210])
        f, name = R.choice([(sin, 'sin'), (cos, 'cos')])
        return value('%s %d°' % (name, n), f(n * pi / 180), f(n * pi / 180) + 1)
    if kind == 7:
        return value('log_%d(%d)' % (r, r**3), S(3), S(r))
    if kind == 8:
        d = [R.randint(1, 20) for _ in range(R.randint(4, 7))]
        m = Rational(sum(d), len(d))
        return value('mean of ' + ', '.join(map(str, d)), m, m + 1)
    if kind == 9:
        d = sorted(R.randint(1, 20) for _ in range(R.randint(4, 7)))
        k = len(d) // 2
        m = S(d[k]) if len(d) % 2 else Rational(d[k - 1] + d[k], 2)
        R.shuffle(d)
        return value('median of ' + ', '.join(map(str, d)), m, m + 2)
    if kind == 10:
        d = [R.randint(1, 20) for _ in range(5)]
        m = Rational(sum(d), 5)
        v = sqrt(sum((S(k) - m)**2 for k in d) / 5)
        return value('population standard deviation of ' + ', '.join(map(str, d)), v, v + 1)
    if kind == 11:
        d = [R.randint(1, 20) for _ in range(5)]
        m = Rational(sum(d), 5)
        v = sqrt(sum((S(k) - m)**2 for k in d) / 4)
        w = sqrt(sum((S(k) - m)**2 for k in d) / 5)
        return value('sample standard deviation of ' + ', '.join(map(str, d)), v, w)
    if kind == 12:
        P, i, n = p * 100, q, r
        return value('simple interest on %d at %d%% for %d years' % (P, i, n), Rational(P * i * n, 100), Rational(P * i, 100))
    if kind == 13:
        P, i, n = p * 100, q, R.randint(2, 4)
        v = P * (1 + Rational(i, 100))**n
        return value('compound interest on %d at %d%% for %d years' % (P, i, n), v - P, Rational(P * i * n, 100))
    if kind == 14:
        return value('%d.5e%d / 5' % (p, r), Rational(2 * p + 1, 2) * 10**r / 5, Rational(2 * p + 1, 2) * 10**(r - 1) / 5)
    if kind == 15:
        n = R.randint(4, 7)
        from math import factorial
        return value('%d!/(2!·%d!)' % (n, n - 2), S(factorial(n) // 2 // factorial(n - 2)), S(n))
    if kind == 16:
        return value('x^2 - %dx + 1 at x = -%d' % (q, r), S(r * r + q * r + 1), S(r * r - q * r + 1))
    return value('weighted mean of %d, %d with weights %d, %d' % (p, q, r, 2), Rational(p * r + q * 2, r + 2), Rational(p + q, 2))


UNITS = [('km/h', 'm/s', Rational(5, 18)), ('m³', 'L', S(1000)), ('kPa', 'bar', Rational(1, 100)), ('ha', 'm²', S(10000)), ('L/s', 'm³/h', Rational(18, 5)),
         ('ML', 'm³', S(1000)), ('h', 's', S(3600)), ('mm', 'cm', Rational(1, 10)), ('g/L', 'mg/L', S(1000)), ('kWh', 'MJ', Rational(18, 5)), ('ft', 'm', Rational(3048, 10000)),
         ('inch', 'mm', Rational(254, 10)), ('d', 'min', S(1440)), ('mL/min', 'L/h', Rational(6, 100)), ('t', 'kg', S(1000))]


def plain(v):
    """A rational as a decimal where it ends, within 12 digits."""
    for n in range(12):
        if (v * 10**n).is_integer:
            s = str(v * 10**n).rjust(n + 1, '0')
            return s if n == 0 else s[:-n] + '.' + s[-n:]
    return None


def quantity():
    kind = R.randint(0, 3)
    if kind <= 1:
        u, w, k = R.choice(UNITS)
        n = Rational(R.randint(1, 90), R.choice([1, 2, 5, 10]))
        v, bad = n * k, n / k
        good = plain(v)
        if good is None:
            f = '%.4g' % float(v)
            if 'e' in f:
                return False
            claims = [('≈ %s %s' % (f, w), 'right')]
        else:
            claims = [('%s %s' % (good, w), 'right')]
        b = plain(bad)
        if b and bad != v:
            claims.append(('%s %s' % (b, w), 'wrong'))
        add('evaluate', '%s %s in %s' % (plain(n), u, w), {'quantity': [text(v), w]}, claims)
        return True
    if kind == 2:
        n = R.randint(-20, 120)
        v = Rational(n * 9, 5) + 32
        add('evaluate', '%d °C in °F' % n, {'quantity': [text(v), '°F']}, [('%s °F' % plain(v), 'right'), ('%s °F' % plain(Rational(n * 9, 5)), 'wrong')])
        return True
    d, v = Rational(R.randint(5, 90), 10), Rational(R.randint(5, 60), 10)
    m = d * v
    add('evaluate', '%s mg/L × %s ML' % (plain(d), plain(v)), {'quantity': [text(m), 'kg']}, [('%s kg' % plain(m), 'right'), ('%s kg' % plain(m * 10), 'wrong'), ('%s m' % plain(m), 'wrong')])
    return True


FORMULAS = [
    ('V = l*w*h', 'h', 'V/(l*w)', 'V*l*w'), ('A = p*(1 + r*t)', 't', '(A/p - 1)/r', 'A/(p*r)'), ('F = 9*C/5 + 32', 'C', '5*(F - 32)/9', '5*F/9 - 32'),
    ('1/R = 1/a + 1/b', 'R', 'a*b/(a + b)', 'a + b'), ('y = m*x + c', 'm', '(y - c)/x', 'y - c/x'), ('P = 2*l + 2*w', 'w', 'P/2 - l', 'P - 2*l'),
    ('E = m*g*h', 'm', 'E/(g*h)', 'E*g*h'), ('s = u*t + a*t^2/2', 'a', '2*(s - u*t)/t^2', '(s - u*t)/t^2'), ('v = u + a*t', 't', '(v - u)/a', '(v + u)/a'),
    ('A = (a + b)*h/2', 'a', '2*A/h - b', 'A/h - b'), ('m = D*V/a', 'a', 'D*V/m', 'm/(D*V)'), ('m = D*V/a', 'V', 'm*a/D', 'm/(a*D)'), ('p = k*ln(q)', 'q', 'e^(p/k)', 'ln(p/k)'),
    ('N = a*e^(k*t)', 't', 'ln(N/a)/k', 'N/(a*k)'), ('y = (x + 1)/(x - 1)', 'x', '(y + 1)/(y - 1)', '(y - 1)/(y + 1)'), ('z = 3*w^3', 'w', 'root(z/3, 3)', 'z/9'),
]


def formula():
    f, v, good, bad = R.choice(FORMULAS)
    add('rearrange', f, {'expression': good}, [('%s = %s' % (v, good), 'right'), ('%s = %s' % (v, bad), 'wrong')], variable=v)
    return True


def derivation():
    p, q, r, s = R.randint(2, 9), nz(-9, 9), R.randint(2, 9), nz(-9, 9)
    kind = R.randint(0, 9)
    if kind == 0:
        ok = R.random() < 0.5
        t = p * r + q
        lines = ['%dx %+d = %d' % (p, q, t), '%dx = %d' % (p, t - q if ok else t + q), 'x = %s' % text(Rational(t - q if ok else t + q, p))]
        bad = 0 if ok else 2
    elif kind == 1:
        ok = R.random() < 0.5
        lines = ['x^2 = %dx' % p, 'x^2 - %dx = 0' % p] + (['x(x - %d) = 0' % p, 'x = 0 or x = %d' % p] if ok else ['x = %d' % p])
        bad = 0 if ok else 3
    elif kind == 2:
        ok = R.random() < 0.5
        lines = ['%d(x %+d) = %d' % (p, q, r), '%dx %+d = %d' % (p, p * q if ok else q, r)]
        bad = 0 if ok else 2
    elif kind == 3:
        ok = R.random() < 0.5
        lines = ['sqrt(x + %d) = %d' % (p, r), 'x + %d = %d' % (p, r * r), 'x = %d' % (r * r - p if ok else r * r + p)]
        bad = 0 if ok else 3
    elif kind == 4:
        ok = R.random() < 0.5
        lines = ['-%dx > %d' % (p, p * r), 'x %s -%d' % ('<' if ok else '>', r)]
        bad = 0 if ok else 2
    elif kind == 5:
        ok = R.random() < 0.5
        lines = ['(x + %d)^2' % p, '= x^2 + %dx + %d' % (2 * p, p * p)] if ok else ['(x + %d)^2' % p, '= x^2 + %d' % (p * p)]
        bad = 0 if ok else 2
    elif kind == 6:
        ok = R.random() < 0.5
        lines = ['x^2 - %d = 0' % (p * p), '(x - %d)(x + %d) = 0' % (p, p), 'x = %d or x = -%d' % (p, p) if ok else 'x = %d' % p]
        bad = 0 if ok else 3
    elif kind == 7:  # a root gained by squaring and never dropped
        lines = ['sqrt(x + 6) = x', 'x + 6 = x^2', '(x - 3)(x + 2) = 0', 'x = 3 or x = -2']
        bad = 2
        if R.random() < 0.5:
            lines.append('x = 3')
            bad = 0
    elif kind == 8:
        ok = R.random() < 0.5
        lines = ['2^x = %d' % 2**p, 'x = %d' % (p if ok else p + 1)]
        bad = 0 if ok else 2
    else:
        ok = R.random() < 0.5
        lines = ['%d*%d + %d' % (p, r, p), '= %d + %d' % (p * r, p), '= %d' % (p * r + p if ok else p * r + p + 1)]
        bad = 0 if ok else 3
    add('steps', '', {'first_bad_line': bad}, (), lines=lines, variable='x' if kind != 9 else '')
    return True


for n, f in [(34, linear), (34, quadratic), (26, polynomial), (32, rational), (30, radical), (26, absolute), (32, exponential), (32, logarithm), (18, trigonometric),
             (46, inequality), (28, system), (44, derivative), (20, antiderivative), (60, shapes), (70, number), (36, quantity), (30, formula), (42, derivation)]:
    many(n, f)

seen = set()
for t in OUT:
    key = json.dumps([t['task'].get(k) for k in ('task', 'statement', 'lines', 'variable')])
    if key not in seen:
        seen.add(key)
        print(json.dumps(t, ensure_ascii=False))
