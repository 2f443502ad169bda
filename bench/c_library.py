"""Times python3-igraph on edge lists, where it is installed: seconds on the wall and of the processor of each measure as JSON."""
import json
import sys
import time

import igraph


def seconds(work, runs=3):
    """The least of several runs after one to warm up."""
    best = [float("inf"), float("inf")]
    for run in range(runs + 1):
        start, busy = time.perf_counter(), time.process_time()
        work()
        took = [time.perf_counter() - start, time.process_time() - busy]
        if run:
            best = [min(a, b) for a, b in zip(best, took)]
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
            "pagerank": seconds(graph.pagerank, 5),
            "eigenvector": seconds(graph.eigenvector_centrality, 5),
            "leiden": seconds(lambda: flat.community_leiden(objective_function="modularity", n_iterations=-1), 5),
            "core": seconds(flat.coreness, 5),
            "clustering": seconds(lambda: flat.transitivity_local_undirected(mode="zero"), 5),
        }
        groups = flat.community_leiden(objective_function="modularity", n_iterations=-1)
        found[name]["modularity"] = groups.modularity
        if given["directed"]:
            found[name]["triads"] = seconds(graph.triad_census)
    print(json.dumps(found))


main()
