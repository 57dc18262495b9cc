"""The drills that run in one process, through Django's own request handling: roles, then odd input. Prints JSON."""

import json
import sys
from dataclasses import asdict

import django


def main(seed: int, rounds: int, times: int) -> None:
    """Fill an empty database with the demo and a class under way, and print what held."""
    django.setup()
    from .demo_site import prepare
    from .odd_input import odd_input
    from .roles import roles

    prepare()
    print(json.dumps([asdict(tally) for tally in (*roles(seed, rounds), *odd_input(seed, times))]))


if __name__ == "__main__":
    main(*(int(word) for word in sys.argv[1:]))
