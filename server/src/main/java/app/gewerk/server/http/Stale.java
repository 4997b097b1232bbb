package app.gewerk.server.http;

/** Somebody else saved in between; carries what stands now, so that nothing is lost on either side. */
public class Stale extends RuntimeException {
    private final transient Object current;

    public Stale(Object current) {
        this.current = current;
    }

    public Object current() {
        return current;
    }
}
