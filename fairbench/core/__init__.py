"""The rules of Fair Bench: plain values and functions, no interface and no database.

Times are seconds, angles degrees, masses kilograms, lengths metres unless a name says otherwise.
"""
