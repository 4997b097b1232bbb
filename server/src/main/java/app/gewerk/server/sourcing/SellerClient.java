package app.gewerk.server.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.http.ArrivingJson;
import app.gewerk.server.standin.SellerStandIn;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to a seller's HTTP service. */
@Component
class SellerClient {
    private static final Duration PATIENCE = Duration.ofSeconds(4);
    private static final int MOST_BYTES = 512 * 1024;
    private static final Duration LIST_PATIENCE = Duration.ofSeconds(20);
    private static final long LONGEST_LIST = 26L * 1024 * 1024;

    private final SellerStandIn standIn;
    private final JsonMapper json;
    private final HttpClient http;

    SellerClient(SellerStandIn standIn, JsonMapper json) {
        this.standIn = standIn;
        this.json = ArrivingJson.strict(json);
        http = HttpClient.newBuilder()
                .connectTimeout(PATIENCE)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
    }

    /** The seller does not answer, or not in a way that can be understood. */
    static class NoAnswer extends Exception {
        NoAnswer(String message, Throwable cause) {
            super(message, cause);
        }

        NoAnswer(String message) {
            super(message);
        }
    }

    /** The seller answers that there is no such thing. */
    private static final class NotThere extends NoAnswer {
        NotThere() {
            super("The seller answered 404");
        }
    }

    SellerTerms terms(String baseUrl) throws NoAnswer {
        return get(baseUrl, "/terms", new TypeReference<>() {});
    }

    List<GearOffer> gears(String baseUrl, int toothCount, double moduleFrom, double moduleTo) throws NoAnswer {
        String query = String.format(
                Locale.ROOT, "/gears?toothCount=%d&moduleFrom=%.5f&moduleTo=%.5f", toothCount, moduleFrom, moduleTo);
        return get(baseUrl, query, new TypeReference<>() {});
    }

    /** Nothing when the seller has no such item. */
    Optional<SoldItem> item(String baseUrl, String itemNumber) throws NoAnswer {
        try {
            return Optional.of(get(
                    baseUrl,
                    "/items/" + URLEncoder.encode(itemNumber, StandardCharsets.UTF_8),
                    new TypeReference<>() {}));
        } catch (NotThere missing) {
            return Optional.empty();
        }
    }

    /** What a seller says of an order by now. */
    record OrderSaid(String orderNumber, List<LineSaid> lines) {}

    /** How a line of an order stands. */
    enum LineState {
        CONFIRMED,
        SENT,
        PARTLY,
        SOLD_OUT,
        OTHER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param packs that were sent
     * @param instead the item that is sent in its place
     */
    record LineSaid(String item, LineState state, int packs, String instead) {}

    /** A list as it arrives; to be closed. */
    record ListSent(InputStream csv) implements AutoCloseable {
        @Override
        public void close() {
            try {
                csv.close();
            } catch (IOException gone) {
                // Nobody is left to be told.
            }
        }
    }

    /** A seller's whole list as CSV, no more of it than {@value #LONGEST_LIST} bytes. */
    ListSent list(String baseUrl) throws NoAnswer {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standIn.resolve(baseUrl) + "/list.csv"))
                .timeout(LIST_PATIENCE)
                .GET()
                .build();
        try {
            HttpResponse<InputStream> response = http.send(request, HttpResponse.BodyHandlers.ofInputStream());
            if (response.statusCode() != 200) {
                response.body().close();
                throw new NoAnswer("The seller answered " + response.statusCode());
            }
            return new ListSent(new NoLonger(response.body(), LONGEST_LIST));
        } catch (IOException failed) {
            throw new NoAnswer("The seller does not answer", failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new NoAnswer("Stopped while asking", stopped);
        }
    }

    /** Breaks off what goes on for too long. */
    private static final class NoLonger extends FilterInputStream {
        private long left;

        NoLonger(InputStream from, long most) {
            super(from);
            left = most;
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            counted(one < 0 ? 0 : 1);
            return one;
        }

        @Override
        public int read(byte[] into, int from, int most) throws IOException {
            int got = super.read(into, from, most);
            counted(Math.max(0, got));
            return got;
        }

        private void counted(int got) throws IOException {
            left -= got;
            if (left < 0) {
                throw new IOException("The seller's list does not end");
            }
        }
    }

    private record Asked(List<AskedLine> lines) {}

    record AskedLine(String item, int packs) {}

    /** Orders packs; the same key orders once. */
    String order(String baseUrl, List<LandedCost.Packed> parcel, String key) throws NoAnswer {
        List<AskedLine> lines = parcel.stream()
                .map(line -> new AskedLine(line.listing().itemNumber(), line.packs()))
                .toList();
        Map<String, String> answer =
                send(post(baseUrl, "/orders", new Asked(lines), key), 201, new TypeReference<>() {});
        String number = answer.get("orderNumber");
        if (number == null) {
            throw new NoAnswer("The seller gave no order number");
        }
        return number;
    }

    /** How an order stands that was made under that key. */
    OrderSaid state(String baseUrl, List<AskedLine> lines, String key) throws NoAnswer {
        return send(post(baseUrl, "/orders/state", new Asked(lines), key), 200, new TypeReference<>() {});
    }

    private HttpRequest post(String baseUrl, String path, Object body, String key) {
        return HttpRequest.newBuilder(URI.create(standIn.resolve(baseUrl) + path))
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body)))
                .build();
    }

    private <T> T get(String baseUrl, String path, TypeReference<T> type) throws NoAnswer {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standIn.resolve(baseUrl) + path))
                .timeout(PATIENCE)
                .GET()
                .build();
        return send(request, 200, type);
    }

    /** The whole answer within {@link #PATIENCE}, however it trickles, and no more of it than a seller has to say. */
    private <T> T send(HttpRequest request, int expected, TypeReference<T> type) throws NoAnswer {
        CompletableFuture<HttpResponse<byte[]>> asked = http.sendAsync(request, head -> new BoundedBody());
        try {
            HttpResponse<byte[]> response = asked.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            if (response.statusCode() == 404) {
                throw new NotThere();
            }
            if (response.statusCode() != expected) {
                throw new NoAnswer("The seller answered " + response.statusCode());
            }
            return json.readValue(response.body(), type);
        } catch (ExecutionException | TimeoutException | JacksonException failed) {
            asked.cancel(true);
            throw new NoAnswer("The seller does not answer", failed);
        } catch (InterruptedException stopped) {
            asked.cancel(true);
            Thread.currentThread().interrupt();
            throw new NoAnswer("Stopped while asking", stopped);
        }
    }

    /** Collects an answer up to {@value #MOST_BYTES} bytes; a longer one is broken off. */
    private static final class BoundedBody implements HttpResponse.BodySubscriber<byte[]> {
        private final HttpResponse.BodySubscriber<byte[]> collected = HttpResponse.BodySubscribers.ofByteArray();
        private final AtomicReference<Flow.@Nullable Subscription> subscription = new AtomicReference<>();
        private long size;

        @Override
        public CompletionStage<byte[]> getBody() {
            return collected.getBody();
        }

        @Override
        public void onSubscribe(Flow.Subscription offered) {
            subscription.set(offered);
            collected.onSubscribe(offered);
        }

        @Override
        public void onNext(List<ByteBuffer> pieces) {
            size += pieces.stream().mapToLong(ByteBuffer::remaining).sum();
            Flow.Subscription from = subscription.get();
            if (size > MOST_BYTES && from != null) {
                from.cancel();
                collected.onError(new IOException("The seller's answer does not end"));
            } else {
                collected.onNext(pieces);
            }
        }

        @Override
        public void onError(Throwable failed) {
            collected.onError(failed);
        }

        @Override
        public void onComplete() {
            collected.onComplete();
        }
    }
}
