package app.gewerk.acceptance;

import static app.gewerk.acceptance.Bench.say;

import java.time.LocalDate;
import java.time.ZoneOffset;

/** How long a day's plan takes, a promise, a bill, a report, looking back over 200,000 jobs: {@code ./gewerk bench handback}. */
final class HandbackBench {
    private static final int OPEN = 200;
    private static final String BILL = """
            {"lines":[{"of":"labour","what":"Work","quantity":1.25,"price":48}],"discount":0,"paid":0,"billedTo":"A. Owner"}
            """;

    private HandbackBench() {}

    static void run() {
        RunningGewerk.layOut();
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            ApiCaller ilva = new ApiCaller(gewerk, "Ilva");
            long open = gewerk.number("select count(*) from job where place <> 'putAway'");
            for (long i = open; i < OPEN; i++) {
                ilva.takeIn("bench job " + i, "handback-bench-" + i);
            }
            gewerk.inDatabase("update job set promised_on = current_date + (id % 15)::int where place <> 'putAway'");
            say("%d open jobs", gewerk.number("select count(*) from job where place <> 'putAway'"));
            Bench.timed("the day's plan", () -> ilva.get("/api/dayplan"));
            Bench.timed("a promise, 400 runs", () -> ilva.get("/api/dayplan/promise?minutes=50&arrives=2&due=5"));
            Bench.timed("closing up", () -> ilva.get("/api/closeup/1"));
            Bench.timed("proving", () -> ilva.get("/api/proving/1"));
            long bill = gewerk.number("select number from bill where job_id = 1");
            Bench.timed("a bill as PDF", () -> ilva.get("/api/handback/1/bills/" + bill + "/bill.pdf"));
            Bench.timed("a bill as XML", () -> ilva.get("/api/handback/1/bills/" + bill + "/bill.xml"));
            Bench.timed("the owner's report", () -> ilva.get("/api/handback/1/report.pdf"));
            Bench.timed("the record as JSON", () -> ilva.get("/api/handback/1/job.json"));
            int[] at = {0};
            Bench.timed("billing", () -> ilva.post("/api/handback/1/bills", BILL, "handback-bench-bill-" + at[0]++));
            lookBack(gewerk, ilva);
        }
    }

    /** Ten years of jobs that went out, looked back on whole. */
    private static void lookBack(RunningGewerk gewerk, ApiCaller ilva) {
        // Copies of all that are there, the open ones above too.
        Bench.grow(gewerk, (int) (200_000 * 40L / gewerk.number("select count(*) from job")));
        gewerk.inDatabase(
                "set session_replication_role = replica",
                "update job set moved_at = now() - (id % 3650) * interval '1 day', bench_minutes = 20 + id % 90, "
                        + "ready_at = now() - (id % 3650) * interval '1 day', promised_on = current_date - (id % 3650)::int "
                        + "where place = 'putAway'",
                // Copies of one machine would be five thousand machines of one serial number.
                "update job set serial = '' where id > 1000",
                "set session_replication_role = origin",
                "truncate month_changed, month_figures",
                "select months_changed(1, array(select moved_at from job where place = 'putAway'))",
                "analyze");
        LocalDate today = LocalDate.now(ZoneOffset.UTC);
        String path = "/api/look-back?from=" + today.minusYears(10) + "&to=" + today;
        say("%d jobs that went out", gewerk.number("select count(*) from job where place = 'putAway'"));
        long before = System.nanoTime();
        ilva.get(path);
        say("look back over ten years, every month reckoned: %.1f s", (System.nanoTime() - before) / 1e9);
        Bench.timed("look back over ten years", () -> ilva.get(path));
        Bench.timed("the same after a change in one month", () -> {
            gewerk.inDatabase(
                    "update job set bench_minutes = bench_minutes + 1 where id = " + 1000 * (1 + at++ % 4000) + " + 1");
            return ilva.get(path);
        });
        Bench.timed(
                "the jobs behind a figure, all ten years",
                () -> ilva.get(
                        path.replace("look-back?", "look-back/jobs?which=fault&code=traverseGear/strippedRun&")));
        Bench.timed(
                "the jobs behind one month",
                () -> ilva.get("/api/look-back/jobs?which=all&from=" + today + "&to=" + today));
        Bench.timed("a model's page", () -> ilva.get("/api/book/1"));
        before = System.nanoTime();
        ilva.get("/api/book/file");
        say("the device book as a file: %.1f s", (System.nanoTime() - before) / 1e9);
    }

    private static int at;
}
