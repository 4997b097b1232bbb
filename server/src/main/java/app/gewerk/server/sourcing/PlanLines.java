package app.gewerk.server.sourcing;

import app.gewerk.server.sourcing.PlanningService.Plan;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.http.MediaType;
import tools.jackson.databind.json.JsonMapper;

/** Writes how a plan comes along, a line of JSON each time; ends the search once nobody listens any more. */
final class PlanLines implements PlanningService.Along {
    private static final long EVERY_NANOS = 300_000_000;

    private final OutputStream to;
    private final JsonMapper json;
    private long told = System.nanoTime();
    private Optional<BigDecimal> best = Optional.empty();

    /**
     * @param done share of the time that is over
     * @param plan where it is better than the last one told
     */
    record Line(double done, Optional<Plan> plan) {}

    PlanLines(HttpServletResponse response, JsonMapper json) throws IOException {
        response.setContentType(MediaType.APPLICATION_NDJSON_VALUE);
        to = response.getOutputStream();
        this.json = json;
    }

    @Override
    public boolean tell(double done, Supplier<Plan> soFar) {
        if (System.nanoTime() - told < EVERY_NANOS) {
            return true;
        }
        told = System.nanoTime();
        Plan plan = soFar.get();
        boolean better =
                best.filter(b -> b.compareTo(plan.orders().weighed()) <= 0).isEmpty();
        best = Optional.of(plan.orders().weighed());
        try {
            write(new Line(done, better ? Optional.of(plan) : Optional.empty()));
            return true;
        } catch (IOException hungUp) {
            return false;
        }
    }

    void write(Line line) throws IOException {
        to.write((json.writeValueAsString(line) + "\n").getBytes(StandardCharsets.UTF_8));
        to.flush();
    }
}
