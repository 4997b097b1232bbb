package app.gewerk.acceptance;

import java.util.List;

/** Hostile requests, the costliest requests, and faults at length: {@code ./gewerk bench faults}. */
public final class FaultBench {
    private static final int HOSTILE = 20_000;
    private static final int CYCLES = 100;
    private static final int AWAY_S = 30;

    private FaultBench() {}

    /** @param arguments {@code requests}, {@code costs} (of the costliest known alone), {@code away}, {@code disk}, {@code kills}, {@code network}, or {@code all} of them */
    public static void main(String[] arguments) throws Exception {
        RunningGewerk.layOut();
        List<String> asked =
                arguments[0].equals("all") ? List.of("requests", "away", "disk", "kills") : List.of(arguments[0]);
        for (String part : asked) {
            switch (part) {
                case "requests" -> requests();
                case "costs" -> {
                    try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
                        CostBench.measure(gewerk, List.of(), 0);
                    }
                }
                case "away" ->
                    Bench.say(
                            "database away for %d s: %s",
                            AWAY_S, Faults.databaseAway(AWAY_S).words());
                case "disk" ->
                    Bench.say(
                            "disk full: %s",
                            Faults.fullDisk().map(Writers.Outcome::words).orElse("no small disk can be mounted here"));
                case "network" -> NetworkBench.measure();
                case "kills" -> kills();
                default -> throw new IllegalArgumentException(part);
            }
        }
    }

    private static void requests() throws Exception {
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            HostileRun.Report report = new HostileRun(gewerk).send(HOSTILE, 11);
            Bench.say(
                    "%d hostile requests: answers %s, %d broken, heap %+.1f MB, slowest %s",
                    HOSTILE,
                    report.byStatus(),
                    report.broken().size(),
                    report.growthMb(),
                    report.slowest().stream().limit(3).toList());
            report.broken().forEach(broken -> Bench.say("  BROKEN %s", broken));
            CostBench.measure(gewerk, report.slowest(), HOSTILE);
        }
    }

    private static void kills() {
        try (Installed installed = new Installed()) {
            long start = System.nanoTime();
            Writers.Outcome outcome = Faults.kill(installed, CYCLES, 11);
            Bench.say(
                    "%d cycles of kill -9 (server, PostgreSQL, script in turn) in %.0f min: %s",
                    CYCLES, (System.nanoTime() - start) / 6e10, outcome.words());
        }
    }
}
