package app.gewerk.server.http;

/** Something asked for by number or name is not there. */
public class NotFound extends RuntimeException {
    public NotFound(String message) {
        super(message);
    }
}
