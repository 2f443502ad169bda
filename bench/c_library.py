"""Times python3-igraph on edge lists, where it is installed: seconds of each measure as JSON."""
import json
import sys
import time

import igraph


def seconds(work, runs=1):
    best = float("inf")
    for _ in range(runs):
        start = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - start)
    return best


def main():
    found = {}
    for path in sys.argv[1:]:
        with open(path) as file:
            given = json.load(file)
        graph = igraph.Graph(given["nodes"], given["edges"], directed=given["directed"]).simplify()
        flat = graph.as_undirected() if given["directed"] else graph
        name = given["name"]
        found[name] = {
            "betweenness": seconds(graph.betweenness),
            "closeness": seconds(graph.closeness),
            "pagerank": seconds(graph.pagerank, 3),
            "eigenvector": seconds(graph.eigenvector_centrality, 3),
            "leiden": seconds(lambda: flat.community_leiden(objective_function="modularity", n_iterations=-1), 3),
            "core": seconds(flat.coreness, 3),
            "clustering": seconds(lambda: flat.transitivity_local_undirected(mode="zero"), 3),
        }
        if given["directed"]:
            found[name]["triads"] = seconds(graph.triad_census)
    print(json.dumps(found))


main()
