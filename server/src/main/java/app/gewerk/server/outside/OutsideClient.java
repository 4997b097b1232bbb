package app.gewerk.server.outside;

import app.gewerk.server.http.ArrivingJson;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.List;
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

/** Asks a service outside, and believes nothing of it: not that it answers, nor that its answer ends or can be read. */
@Component
public class OutsideClient {
    public static final Duration PATIENCE = Duration.ofSeconds(4);
    private static final int MOST_BYTES = 512 * 1024;

    private final JsonMapper json;
    private final HttpClient http;

    OutsideClient(JsonMapper json) {
        this.json = ArrivingJson.strict(json);
        http = HttpClient.newBuilder()
                .connectTimeout(PATIENCE)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
    }

    /** It does not answer, or not in a way that can be understood. */
    public static class NoAnswer extends Exception {
        public NoAnswer(String message, Throwable cause) {
            super(message, cause);
        }

        public NoAnswer(String message) {
            super(message);
        }
    }

    /** An answer of any status, not looked into yet. */
    public final class Answer {
        private final HttpResponse<byte[]> response;

        private Answer(HttpResponse<byte[]> response) {
            this.response = response;
        }

        public int status() {
            return response.statusCode();
        }

        public <T> T as(TypeReference<T> type) throws NoAnswer {
            try {
                return json.readValue(response.body(), type);
            } catch (JacksonException unreadable) {
                throw new NoAnswer("The answer cannot be read", unreadable);
            }
        }
    }

    /** The same key does the same thing once. */
    public Answer post(URI to, Object body, String key) throws NoAnswer {
        return ask(HttpRequest.newBuilder(to)
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(body)))
                .build());
    }

    public Answer get(URI from) throws NoAnswer {
        return ask(HttpRequest.newBuilder(from).timeout(PATIENCE).GET().build());
    }

    /** An answer as it arrives, to be read by whoever asked. */
    public HttpResponse<InputStream> stream(URI from, Duration patience) throws NoAnswer {
        try {
            return http.send(
                    HttpRequest.newBuilder(from).timeout(patience).GET().build(),
                    HttpResponse.BodyHandlers.ofInputStream());
        } catch (IOException failed) {
            throw new NoAnswer("No answer", failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new NoAnswer("Stopped while asking", stopped);
        }
    }

    /** The whole answer within {@link #PATIENCE}, however it trickles, and no more of it than there is to say. */
    private Answer ask(HttpRequest request) throws NoAnswer {
        CompletableFuture<HttpResponse<byte[]>> asked = http.sendAsync(request, head -> new BoundedBody());
        try {
            return new Answer(asked.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS));
        } catch (ExecutionException | TimeoutException failed) {
            asked.cancel(true);
            throw new NoAnswer("No answer", failed);
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
                collected.onError(new IOException("The answer does not end"));
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
