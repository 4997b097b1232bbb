package app.gewerk.acceptance;

import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.ConcurrentSkipListSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;

/**
 * People who save all the time, each save under a key of its own and sent again until it is acknowledged, as the front
 * end does; and the count of what became of it, whatever happened to the server meanwhile.
 */
final class Writers implements AutoCloseable {
    private static final int PEOPLE = 2;
    private static final Pattern COUNT = Pattern.compile("\"count\":(\\d+)");

    private final Function<String, URI> addresses;
    private final AtomicInteger begun = new AtomicInteger();
    private final AtomicInteger sent = new AtomicInteger();
    private final Set<Integer> acknowledged = new ConcurrentSkipListSet<>();
    private final Map<Integer, Integer> statuses = new ConcurrentSkipListMap<>();
    private final Set<String> words = ConcurrentHashMap.newKeySet();
    private final List<Thread> people = new ArrayList<>();
    private volatile boolean over;
    private volatile double longestMs;

    /**
     * @param lost acknowledged and not there; {@code doubled} there more than once
     * @param said with answers of 500 and more
     */
    record Outcome(
            int sent,
            int acknowledged,
            int lost,
            int doubled,
            Map<Integer, Integer> statuses,
            double longestMs,
            Set<String> said) {
        String words() {
            return String.format(
                    Locale.ROOT,
                    "%d sent, %d acknowledged, %d lost, %d doubled; answers %s; longest wait %.0f ms",
                    sent,
                    acknowledged,
                    lost,
                    doubled,
                    statuses,
                    longestMs);
        }
    }

    Writers(Function<String, URI> addresses) {
        this.addresses = addresses;
        ApiCaller caller = new ApiCaller(addresses, "Mara");
        for (int i = 0; i < PEOPLE; i++) {
            people.add(Thread.ofPlatform().start(() -> {
                while (!over) {
                    save(caller, begun.getAndIncrement());
                }
            }));
        }
    }

    private void save(ApiCaller caller, int number) {
        while (true) {
            sent.incrementAndGet();
            int status = 0;
            long start = System.nanoTime();
            try {
                HttpResponse<String> answer = caller.takeIn(words(number), "written-number-" + number);
                status = answer.statusCode();
                if (status >= 500) {
                    words.add(answer.body());
                }
            } catch (UncheckedIOException nobodyThere) {
                status = 0;
            }
            longestMs = Math.max(longestMs, (System.nanoTime() - start) / 1e6);
            statuses.merge(status, 1, Integer::sum);
            if (status == 201) {
                acknowledged.add(number);
                return;
            }
            pause(status == 0 ? 150 : 60);
        }
    }

    /** Of one length, so that none is found within another. */
    private static String words(int number) {
        return String.format(Locale.ROOT, "complaint %06d.", number);
    }

    private static void pause(long ms) {
        try {
            Thread.sleep(ms);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    int acknowledged() {
        return acknowledged.size();
    }

    void awaitMore(int saves) {
        int from = acknowledged();
        Awaitility.await()
                .atMost(java.time.Duration.ofSeconds(120))
                .pollInterval(java.time.Duration.ofMillis(100))
                .until(() -> acknowledged() >= from + saves);
    }

    Map<Integer, Integer> statuses() {
        return new TreeMap<>(statuses);
    }

    /** Lets everybody finish, and looks for every save. */
    Outcome outcome() {
        close();
        ApiCaller reader = new ApiCaller(addresses, "Ilva");
        int lost = 0;
        int doubled = 0;
        for (int number : acknowledged) {
            String found = reader.get("/api/job?find=" + words(number).replace(" ", "%20"))
                    .body();
            int times = found.split(Pattern.quote(words(number)), -1).length - 1;
            lost += times == 0 ? 1 : 0;
            doubled += times > 1 ? 1 : 0;
        }
        Matcher count = COUNT.matcher(reader.get("/api/job/rack").body());
        int standing = count.find() ? Integer.parseInt(count.group(1)) : -1;
        if (standing != acknowledged.size()) {
            throw new IllegalStateException(
                    standing + " jobs stand on the bench, " + acknowledged.size() + " were acknowledged");
        }
        return new Outcome(sent.get(), acknowledged.size(), lost, doubled, statuses(), longestMs, words);
    }

    @Override
    public void close() {
        over = true;
        for (Thread person : people) {
            try {
                person.join(120_000);
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        }
    }
}
