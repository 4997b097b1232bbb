package app.gewerk.server.http;

/** Somebody else saved in between; carries what stands now, so that nothing is lost on either side. */
public class Stale extends RuntimeException {
    private final transient Object current;

    public Stale(Object current) {
        super("Somebody saved this in between. Yours is kept on the screen: compare the two and save again");
        this.current = current;
    }

    public Object current() {
        return current;
    }
}
