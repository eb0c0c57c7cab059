"""Working: a tree into fabric, the hook moving along the edge of the round before."""

from mossring.working.fabric import ALONG, RING, SURFACE, Fabric, Made, Manner, Tie, Tied, WorkedRound, same_fabric
from mossring.working.work import State, work_round

__all__ = [
    "ALONG",
    "RING",
    "SURFACE",
    "Fabric",
    "Made",
    "Manner",
    "State",
    "Tie",
    "Tied",
    "WorkedRound",
    "same_fabric",
    "work_round",
]
