package app.gewerk.acceptance;

import static app.gewerk.acceptance.Bench.say;

/** How long a day's plan over 200 open jobs takes, a promise, a bill, a report: {@code ./gewerk bench handback}. */
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
        }
    }
}
