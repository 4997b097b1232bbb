package app.gewerk.server.http;

import app.gewerk.core.Budget;
import java.io.CharConversionException;
import java.sql.SQLException;
import java.util.Collection;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.converter.HttpMessageNotWritableException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Every refusal as RFC 9457 problem details with a sentence a technician understands, and the fields concerned. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler
    ProblemDetail refused(IllegalArgumentException refused) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, refused.getMessage(), List.of());
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFound missing) {
        return problem(HttpStatus.NOT_FOUND, missing.getMessage(), List.of());
    }

    @ExceptionHandler
    ProblemDetail stale(Stale stale) {
        ProblemDetail problem = problem(HttpStatus.CONFLICT, stale.getMessage(), List.of());
        problem.setProperty("current", stale.current());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail fields(FieldProblem wrong) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, wrong.getMessage(), wrong.fields());
    }

    @ExceptionHandler
    ProblemDetail nobodyHere(NobodyHere nobody) {
        return problem(HttpStatus.FORBIDDEN, nobody.getMessage(), List.of());
    }

    @ExceptionHandler
    ProblemDetail usedUp(Budget.UsedUp stopped) {
        return stopped.why() == Budget.Why.GONE
                ? problem(HttpStatus.SERVICE_UNAVAILABLE, "Stopped: nobody waits for this answer", List.of())
                : problem(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "That takes too long to work out: give less at once, or count and measure more of it first",
                        List.of());
    }

    @ExceptionHandler
    ProblemDetail busy(Turns.Busy busy) {
        return problem(HttpStatus.SERVICE_UNAVAILABLE, busy.getMessage(), List.of());
    }

    @ExceptionHandler
    ProblemDetail notFinite(ArrivingJson.NotFinite endless) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, endless.getMessage(), List.of());
    }

    @ExceptionHandler
    ProblemDetail notANumber(MethodArgumentTypeMismatchException wrong) {
        String message = "\"" + wrong.getValue() + "\" cannot be used for " + wrong.getName();
        return problem(HttpStatus.BAD_REQUEST, message, List.of(new FieldProblem.Field(wrong.getName(), message)));
    }

    /**
     * The database is away, going, overrun or full; or a statement of ours is wrong. By SQLSTATE class: 08 is a lost connection, 57
     * a server that shuts down, 53 one that lacks something, 53100 room on its disk.
     */
    @ExceptionHandler({DataAccessException.class, TransactionException.class})
    ProblemDetail database(RuntimeException failed) {
        String state = sqlState(failed);
        if (state.equals("53100")) {
            LOG.error("The database's disk is full", failed);
            return problem(
                    HttpStatus.INSUFFICIENT_STORAGE,
                    "The disk that the data lies on is full: nothing was saved. Make room on it, then save again",
                    List.of());
        }
        boolean away = failed instanceof DataAccessResourceFailureException
                || failed instanceof TransientDataAccessResourceException
                || failed instanceof TransactionException
                || state.startsWith("08")
                || state.startsWith("57")
                || state.startsWith("53");
        if (!away) {
            return unexpected(failed);
        }
        LOG.error("The database does not answer: {}", failed.getMessage());
        return problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "The database does not answer just now; try again in a moment",
                List.of());
    }

    private static String sqlState(Throwable failed) {
        for (Throwable at = failed; at != null; at = at.getCause()) {
            if (at instanceof SQLException wrong && wrong.getSQLState() != null) {
                return wrong.getSQLState();
            }
        }
        return "";
    }

    @ExceptionHandler
    ProblemDetail unexpected(RuntimeException unexpected) {
        LOG.error("Unexpected", unexpected);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "That went wrong inside Gewerk; nothing was saved. The server's log says more",
                List.of());
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException wrong, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<FieldProblem.Field> fields = wrong.getBindingResult().getFieldErrors().stream()
                .map(e -> new FieldProblem.Field(e.getField(), String.valueOf(e.getDefaultMessage())))
                .toList();
        String message =
                fields.isEmpty() ? "That cannot be saved so" : fields.getFirst().message();
        return ResponseEntity.unprocessableContent().body(problem(HttpStatus.UNPROCESSABLE_CONTENT, message, fields));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unreadable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        Throwable cause = unreadable.getMostSpecificCause();
        if (cause instanceof Door.TooMuch) {
            return refused(HttpStatus.CONTENT_TOO_LARGE, cause);
        }
        if (cause instanceof Door.TooSlow) {
            return refused(HttpStatus.REQUEST_TIMEOUT, cause);
        }
        ProblemDetail problem = unreadable(unreadable.getCause());
        return ResponseEntity.status(problem.getStatus()).body(problem);
    }

    private static ResponseEntity<Object> refused(HttpStatus status, Throwable why) {
        return ResponseEntity.status(status).body(problem(status, String.valueOf(why.getMessage()), List.of()));
    }

    /** An answer that cannot be written: most likely it holds a number that is none. */
    @Override
    protected ResponseEntity<Object> handleHttpMessageNotWritable(
            HttpMessageNotWritableException unwritable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        if (unwritable.getMostSpecificCause() instanceof ArrivingJson.NotFinite endless) {
            return refused(HttpStatus.UNPROCESSABLE_CONTENT, endless);
        }
        LOG.error("An answer cannot be written", unwritable);
        return ResponseEntity.internalServerError()
                .body(problem(HttpStatus.INTERNAL_SERVER_ERROR, "That went wrong inside Gewerk", List.of()));
    }

    private static ProblemDetail unreadable(Throwable cause) {
        if (cause instanceof DatabindException wrong) {
            Throwable ours = wrong.getCause();
            String path = path(wrong);
            if (ours instanceof ArrivingJson.TooMany) {
                String message = String.valueOf(ours.getMessage());
                return problem(
                        HttpStatus.UNPROCESSABLE_CONTENT, message, List.of(new FieldProblem.Field(path, message)));
            }
            String message =
                    ours instanceof IllegalArgumentException ? String.valueOf(ours.getMessage()) : misfit(wrong, path);
            return problem(HttpStatus.BAD_REQUEST, message, List.of(new FieldProblem.Field(path, message)));
        }
        if (cause instanceof CharConversionException) {
            return problem(HttpStatus.BAD_REQUEST, "That is not UTF-8 text", List.of());
        }
        String message = cause instanceof JacksonException ? "That is not complete JSON" : "The request has no content";
        return problem(HttpStatus.BAD_REQUEST, message, List.of());
    }

    private static String misfit(DatabindException wrong, String path) {
        return switch (wrong) {
            case UnrecognizedPropertyException unknown ->
                "There is no field \"" + unknown.getPropertyName() + "\" here; known are "
                        + known(unknown.getKnownPropertyIds());
            case InvalidFormatException format ->
                "\"" + shortened(String.valueOf(format.getValue())) + "\" cannot be used for " + path;
            case InvalidNullException missing -> path + " is missing: give it";
            default -> "What was sent for " + path + " cannot be used";
        };
    }

    private static String known(Collection<Object> names) {
        return names.stream()
                .map(String::valueOf)
                .sorted()
                .reduce((a, b) -> a + ", " + b)
                .orElse("none");
    }

    private static String path(DatabindException wrong) {
        StringBuilder path = new StringBuilder();
        for (JacksonException.Reference step : wrong.getPath()) {
            if (step.getPropertyName() == null) {
                path.append('[').append(step.getIndex()).append(']');
            } else {
                path.append(path.isEmpty() ? "" : ".").append(step.getPropertyName());
            }
        }
        return path.toString();
    }

    private static String shortened(String value) {
        return value.length() > 40 ? value.substring(0, 40) + "…" : value;
    }

    private static ProblemDetail problem(HttpStatus status, String message, List<FieldProblem.Field> fields) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, message);
        if (!fields.isEmpty()) {
            problem.setProperty("fields", fields);
        }
        return problem;
    }
}
