package app.gewerk.acceptance;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** The way to the tests' PostgreSQL, which can be cut and mended: what goes over it is passed on as it is. */
final class Cable implements AutoCloseable {
    private final ServerSocket here;
    private final int there;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile boolean cut;

    Cable() {
        there = URI.create(System.getenv("GEWERK_TEST_DB_URL").substring("jdbc:".length()))
                .getPort();
        try {
            here = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        Thread.ofVirtual().start(this::accept);
    }

    int port() {
        return here.getLocalPort();
    }

    /** Everything on its way is lost, and nothing comes through. */
    void cut() {
        cut = true;
        open.forEach(Cable::close);
        open.clear();
    }

    void mend() {
        cut = false;
    }

    private void accept() {
        while (!here.isClosed()) {
            try {
                Socket from = here.accept();
                if (cut) {
                    close(from);
                    continue;
                }
                Socket to = new Socket(InetAddress.getLoopbackAddress(), there);
                open.add(from);
                open.add(to);
                Thread.ofVirtual().start(() -> pass(from, to));
                Thread.ofVirtual().start(() -> pass(to, from));
            } catch (IOException ended) {
                // the next one, unless it is all over
            }
        }
    }

    private void pass(Socket from, Socket to) {
        try {
            from.getInputStream().transferTo(to.getOutputStream());
        } catch (IOException broken) {
            // both ends go below
        } finally {
            close(from);
            close(to);
            open.remove(from);
            open.remove(to);
        }
    }

    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException gone) {
            throw new UncheckedIOException(gone);
        }
    }

    @Override
    public void close() {
        cut();
        try {
            here.close();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
