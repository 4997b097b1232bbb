package app.gewerk.acceptance;

import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;

/** What accounts cost, and many people at once: {@code ./gewerk bench network}. */
final class NetworkBench {
    private static final String PASSWORD = "a file and an old gear";
    private static final int ROUNDS = 400;
    private static final int PEOPLE = 30;
    private static final int SECONDS = 60;
    private static final int JOBS = 20_000;
    private static final String READINGS = """
            {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[12.98,13.0,12.97]},
            {"what":"span","parameter":3,"values":[3.85]},{"what":"span","parameter":4,"values":[5.33]}]}""";

    private NetworkBench() {}

    static void measure() throws Exception {
        try (RunningGewerk plain = RunningGewerk.withDemo();
                RunningGewerk accounts = RunningGewerk.withDemo()) {
            ApiCaller picked = new ApiCaller(plain, "Ilva");
            begin(accounts);
            ApiCaller session = ApiCaller.signedIn(accounts, "Ilva", PASSWORD);
            List<Double> signIns = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                signIns.add(ms(() -> {
                    ApiCaller.signedIn(accounts, "Ilva", PASSWORD);
                    return 200;
                }));
            }
            Bench.say("signing in, page and all: %s", words(signIns));
            for (String path : List.of("/api/shop/terms", "/api/job/rack", "/api/job/19", "/api/job/19/pulse")) {
                List<Double> without = new ArrayList<>();
                List<Double> with = new ArrayList<>();
                // By turns, so that whatever else the machine does falls on both.
                for (int i = 0; i < ROUNDS; i++) {
                    without.add(ms(() -> picked.get(path).statusCode()));
                    with.add(ms(() -> session.get(path).statusCode()));
                }
                Bench.say(
                        "%-18s a name picked: %s; a session: %s; ratio of medians %.2f",
                        path, words(without), words(with), middle(with, 0.5) / middle(without, 0.5));
            }
            Bench.grow(accounts, JOBS);
            crowd(accounts, session);
        }
    }

    private static void begin(RunningGewerk gewerk) {
        HttpResponse<String> begun = new ApiCaller(gewerk, "Ilva")
                .post("/api/account/begin", "{\"name\":\"Ilva\",\"password\":\"" + PASSWORD + "\"}", "begin");
        if (begun.statusCode() != 200) {
            throw new IllegalStateException(begun.body());
        }
    }

    /** Each looks at the rack, opens jobs, types readings, writes notes, with a second or two between. */
    private static void crowd(RunningGewerk gewerk, ApiCaller owner) throws Exception {
        Map<String, List<Double>> times = new TreeMap<>();
        Map<Integer, Integer> statuses = new TreeMap<>();
        List<ApiCaller> people = new ArrayList<>();
        for (int i = 0; i < PEOPLE; i++) {
            owner.post(
                    "/api/account/people",
                    "{\"name\":\"T" + i + "\",\"role\":\"technician\",\"password\":\"" + PASSWORD + "\"}",
                    "person-" + i);
            people.add(ApiCaller.signedIn(gewerk, "T" + i, PASSWORD));
        }
        try (ExecutorService all = Executors.newFixedThreadPool(PEOPLE)) {
            List<Callable<Boolean>> work = people.stream()
                    .<Callable<Boolean>>map(who -> () -> work(who, times, statuses))
                    .toList();
            for (Future<Boolean> done : all.invokeAll(work)) {
                done.get();
            }
        }
        Bench.say("%d technicians for %d s on %d jobs: answers %s", PEOPLE, SECONDS, JOBS, statuses);
        times.forEach((what, ms) -> Bench.say("  %-10s %5d times, %s", what, ms.size(), words(ms)));
    }

    private static boolean work(ApiCaller who, Map<String, List<Double>> times, Map<Integer, Integer> statuses)
            throws InterruptedException {
        ThreadLocalRandom dice = ThreadLocalRandom.current();
        long end = System.nanoTime() + SECONDS * 1_000_000_000L;
        int asked = 0;
        while (System.nanoTime() < end) {
            int job = dice.nextInt(1, 41);
            int what = dice.nextInt(100);
            asked++;
            String key = "crowd-" + Thread.currentThread().threadId() + "-" + asked;
            if (what < 45) {
                timed("pulse", times, statuses, () -> who.get("/api/job/" + job + "/pulse"));
            } else if (what < 60) {
                timed("rack", times, statuses, () -> who.get("/api/job/rack"));
            } else if (what < 75) {
                timed("job", times, statuses, () -> who.get("/api/job/" + job));
                timed("readings", times, statuses, () -> who.get("/api/reading/" + job));
            } else if (what < 85) {
                timed("identify", times, statuses, () -> who.post("/api/workings/reading/identify", READINGS, key));
            } else if (what < 90) {
                timed("find", times, statuses, () -> who.get("/api/job?find=clicks"));
            } else if (what < 94) {
                timed("listen", times, statuses, () -> who.get("/api/diagnosis/" + job));
            } else {
                String note = "{\"step\":\"look\",\"what\":\"seen by " + key + "\",\"done\":false}";
                timed("note", times, statuses, () -> who.post("/api/job/" + job + "/note", note, key));
            }
            Thread.sleep(dice.nextInt(500, 1500));
        }
        return true;
    }

    private static void timed(
            String what,
            Map<String, List<Double>> times,
            Map<Integer, Integer> statuses,
            Supplier<HttpResponse<String>> call) {
        long start = System.nanoTime();
        int status = call.get().statusCode();
        double took = (System.nanoTime() - start) / 1e6;
        synchronized (times) {
            times.computeIfAbsent(what, w -> new ArrayList<>()).add(took);
            statuses.merge(status, 1, Integer::sum);
        }
    }

    private static double ms(Supplier<Integer> call) {
        long start = System.nanoTime();
        if (call.get() != 200) {
            throw new IllegalStateException("refused");
        }
        return (System.nanoTime() - start) / 1e6;
    }

    private static double middle(List<Double> ms, double share) {
        return ms.stream().sorted().toList().get((int) (share * (ms.size() - 1)));
    }

    private static String words(List<Double> ms) {
        return String.format(java.util.Locale.ROOT, "median %.1f ms, 95 %% %.1f ms", middle(ms, 0.5), middle(ms, 0.95));
    }
}
