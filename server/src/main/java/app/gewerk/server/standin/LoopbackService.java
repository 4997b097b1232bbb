package app.gewerk.server.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.Objects;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.SmartLifecycle;
import tools.jackson.databind.json.JsonMapper;

/** A small HTTP service on a free loopback port. */
abstract class LoopbackService implements SmartLifecycle {
    private static final long SLOW_MS = 1500;

    final JsonMapper json;
    private @Nullable HttpServer server;

    LoopbackService(JsonMapper json) {
        this.json = json;
    }

    abstract void answer(HttpExchange exchange) throws IOException;

    final String address() {
        return "http://127.0.0.1:"
                + Objects.requireNonNull(server, "not started").getAddress().getPort();
    }

    final void reply(HttpExchange exchange, int status, Object body) throws IOException {
        reply(exchange, status, "application/json", json.writeValueAsBytes(body));
    }

    static void reply(HttpExchange exchange, int status, String type, byte[] bytes) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    /** Lets whoever asked wait, but not until they give up. */
    static void dawdle() {
        try {
            Thread.sleep(SLOW_MS);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void start() {
        try {
            HttpServer started = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 16);
            started.createContext("/", this::answer);
            started.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
            started.start();
            server = started;
        } catch (IOException noPort) {
            throw new UncheckedIOException(noPort);
        }
    }

    @Override
    public void stop() {
        if (server != null) {
            server.stop(0);
            server = null;
        }
    }

    @Override
    public boolean isRunning() {
        return server != null;
    }

    /** Before the demo, the web server and what sends to it, so that it is there when the first question comes. */
    @Override
    public int getPhase() {
        return 0;
    }
}
