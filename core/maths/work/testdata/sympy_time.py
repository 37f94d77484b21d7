"""How long SymPy takes for the equations and inequalities of tasks.jsonl, a task."""
import json
import time
from pathlib import Path

from sympy import *
from sympy.parsing.sympy_parser import *

x=symbols('x',real=True)
T=standard_transformations+(implicit_multiplication_application,convert_xor)
n=0;skip=0;total=0.0
for line in open(Path(__file__).with_name('tasks.jsonl')):
    t=json.loads(line)['task']
    if t['task']!='solve' or t.get('variable')!='x': continue
    s=t['statement']
    for u,v in [('−','-'),('²','^2'),('³','^3'),('√','sqrt'),('·','*'),('×','*'),('π','pi'),('log_2(','(1/log(2))*log('),('log_3(','(1/log(3))*log('),('ln(','log('),('≤','<=')]: s=s.replace(u,v)
    dom=S.Reals
    for cut in [', 0 <= x < 2pi',' for 0 <= x < 2pi']:
        if s.endswith(cut): s=s[:-len(cut)]; dom=Interval.Ropen(0,2*pi)
    try:
        if '|' in s: raise ValueError
        loc={'x':x,'e':E}
        op=next((o for o in ['<=','>=','<','>'] if o in s),None)
        if op:
            l,r=[parse_expr(p,loc,T) for p in s.split(op)]
            e={'<':l<r,'<=':l<=r,'>':l>r,'>=':l>=r}[op]
        else:
            l,r=[parse_expr(p,loc,T) for p in s.split('=')]
            e=Eq(l,r)
        t0=time.perf_counter()
        r=solveset(e,x,dom) if op is None else solveset(e,x,S.Reals)
        total+=time.perf_counter()-t0; n+=1
    except Exception as ex:
        skip+=1
print(n,skip,total, 1e6*total/n,'µs/task')
