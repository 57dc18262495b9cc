"""One skeleton behind every picture and many judgements: poses, support, statics, drawing.

Lengths are fractions of stature, angles degrees. Axes: x forward, y to the person's left, z up.
"""
