package app.gewerk.acceptance;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Sends hostile requests to a running application and keeps count of what comes back. */
final class HostileRun {
    /** @param ms time to the whole answer */
    record Slowest(String operation, double ms, int status) {}

    /**
     * @param broken requests answered with 5xx, or not at all
     * @param growthMb heap in use after collecting, above what it was before
     */
    record Report(Map<Integer, Integer> byStatus, List<Slowest> slowest, List<String> broken, double growthMb) {}

    private final RunningGewerk gewerk;
    private final ApiCaller person;

    HostileRun(RunningGewerk gewerk) {
        this.gewerk = gewerk;
        person = new ApiCaller(gewerk, "Mara");
    }

    Report send(int requests, long seed) {
        HostileRequests hostile = new HostileRequests(gewerk.get("/v3/api-docs").body(), seed);
        // Once round first: what is loaded at first use is no growth.
        one(hostile, hostile.operations(), new TreeMap<>(), new LinkedHashMap<>(), new ArrayList<>());
        double before = gewerk.heapMb();
        Map<Integer, Integer> byStatus = new TreeMap<>();
        Map<String, Slowest> slowest = new LinkedHashMap<>();
        List<String> broken = new ArrayList<>();
        one(hostile, requests, byStatus, slowest, broken);
        return new Report(
                byStatus,
                slowest.values().stream()
                        .sorted(Comparator.comparingDouble(Slowest::ms).reversed())
                        .toList(),
                broken,
                gewerk.heapMb() - before);
    }

    private void one(
            HostileRequests hostile,
            int requests,
            Map<Integer, Integer> byStatus,
            Map<String, Slowest> slowest,
            List<String> broken) {
        for (int i = 0; i < requests; i++) {
            HostileRequests.Made made = hostile.next();
            long start = System.nanoTime();
            int status;
            try {
                status = answer(made);
            } catch (RuntimeException nothing) {
                broken.add(told(made) + ": " + nothing);
                continue;
            }
            double ms = (System.nanoTime() - start) / 1e6;
            byStatus.merge(status, 1, Integer::sum);
            slowest.merge(made.operation(), new Slowest(made.operation(), ms, status), (a, b) -> a.ms >= b.ms ? a : b);
            if (status >= 500) {
                broken.add(status + " " + told(made));
            }
        }
    }

    private static String told(HostileRequests.Made made) {
        String body = new String(made.body(), java.nio.charset.StandardCharsets.ISO_8859_1);
        return made.method() + " " + made.path() + " " + made.headers() + " "
                + body.substring(0, Math.min(400, body.length()));
    }

    /** Addresses that Java's client would not let out go through a socket. */
    private int answer(HostileRequests.Made made) {
        HttpRequest.Builder request;
        try {
            request = HttpRequest.newBuilder(URI.create(gewerk.address("") + made.path()));
            Map<String, String> headers = new LinkedHashMap<>(made.headers());
            person.identity().forEach(headers::putIfAbsent);
            headers.forEach(request::header);
        } catch (IllegalArgumentException notForJava) {
            return raw(made);
        }
        return RunningGewerk.send(
                        request.method(made.method(), HttpRequest.BodyPublishers.ofByteArray(made.body()))
                                .timeout(java.time.Duration.ofSeconds(60))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray())
                .statusCode();
    }

    private int raw(HostileRequests.Made made) {
        StringBuilder head = new StringBuilder(made.method() + " " + made.path() + " HTTP/1.1\r\nHost: 127.0.0.1:"
                + gewerk.address("").getPort() + "\r\nConnection: close\r\nContent-Length: " + made.body().length
                + "\r\n");
        person.identity().forEach((name, value) -> head.append(name + ": " + value + "\r\n"));
        made.headers().forEach((name, value) -> head.append(name + ": " + value + "\r\n"));
        try (java.net.Socket socket =
                new java.net.Socket("127.0.0.1", gewerk.address("").getPort())) {
            socket.setSoTimeout(60_000);
            socket.getOutputStream().write((head + "\r\n").getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
            socket.getOutputStream().write(made.body());
            socket.getOutputStream().flush();
            String answer =
                    new String(socket.getInputStream().readNBytes(12), java.nio.charset.StandardCharsets.ISO_8859_1);
            return Integer.parseInt(answer.substring(9, 12));
        } catch (IOException | RuntimeException failed) {
            throw new IllegalStateException(failed);
        }
    }
}
