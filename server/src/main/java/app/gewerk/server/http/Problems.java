package app.gewerk.server.http;

import app.gewerk.core.Budget;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.io.CharConversionException;
import java.sql.SQLException;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
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

    /** A field by its path in the request ({@code readings[1]}) and a sentence for the person. */
    record Field(String field, Say message) {}

    @ExceptionHandler
    ProblemDetail refused(Refused refused) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, refused);
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFound missing) {
        return problem(HttpStatus.NOT_FOUND, missing.say());
    }

    @ExceptionHandler
    ProblemDetail stale(Stale stale) {
        ProblemDetail problem = problem(HttpStatus.CONFLICT, Say.of("http.stale"));
        problem.setProperty("current", stale.current());
        return problem;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> barred(Barred barred) {
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(barred.status);
        barred.tryAgain.ifPresent(t -> answer.header(HttpHeaders.RETRY_AFTER, String.valueOf(t.toSeconds())));
        return answer.body(problem(barred.status, barred.why));
    }

    @ExceptionHandler
    ProblemDetail usedUp(Budget.UsedUp stopped) {
        return stopped.why() == Budget.Why.GONE
                ? problem(HttpStatus.SERVICE_UNAVAILABLE, Say.of("http.gone"))
                : problem(HttpStatus.UNPROCESSABLE_CONTENT, Say.of("http.tooLongToWorkOut"));
    }

    @ExceptionHandler
    ProblemDetail busy(Turns.Busy busy) {
        return problem(HttpStatus.SERVICE_UNAVAILABLE, Say.of("http.busy"));
    }

    @ExceptionHandler
    ProblemDetail notANumber(MethodArgumentTypeMismatchException wrong) {
        Say why = Say.of("http.wrongParameter", "given", String.valueOf(wrong.getValue()), "name", wrong.getName());
        return problem(HttpStatus.BAD_REQUEST, new Refused(why).at(wrong.getName()));
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
            return problem(HttpStatus.INSUFFICIENT_STORAGE, Say.of("http.diskFull"));
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
        return problem(HttpStatus.SERVICE_UNAVAILABLE, Say.of("http.databaseAway"));
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
        return problem(HttpStatus.INTERNAL_SERVER_ERROR, Say.of("http.bug"));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unreadable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        ProblemDetail problem = switch (unreadable.getMostSpecificCause()) {
            case Door.TooMuch much -> problem(HttpStatus.CONTENT_TOO_LARGE, much.why);
            case Door.TooSlow slow -> problem(HttpStatus.REQUEST_TIMEOUT, slow.why);
            default -> unreadable(unreadable.getCause());
        };
        return ResponseEntity.status(problem.getStatus()).body(problem);
    }

    /** An answer that cannot be written: most likely it holds a number that is none. */
    @Override
    protected ResponseEntity<Object> handleHttpMessageNotWritable(
            HttpMessageNotWritableException unwritable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        if (unwritable.getMostSpecificCause() instanceof Refused endless) {
            return ResponseEntity.unprocessableContent().body(problem(HttpStatus.UNPROCESSABLE_CONTENT, endless));
        }
        LOG.error("An answer cannot be written", unwritable);
        return ResponseEntity.internalServerError()
                .body(problem(HttpStatus.INTERNAL_SERVER_ERROR, Say.of("http.cannotBeWritten")));
    }

    private static ProblemDetail unreadable(@Nullable Throwable cause) {
        if (cause instanceof DatabindException wrong) {
            String path = path(wrong);
            return wrong.getCause() instanceof Refused ours
                    ? problem(HttpStatus.UNPROCESSABLE_CONTENT, ours.at(path))
                    : problem(HttpStatus.BAD_REQUEST, new Refused(misfit(wrong, path)).at(path));
        }
        if (cause instanceof CharConversionException) {
            return problem(HttpStatus.BAD_REQUEST, Say.of("http.notUtf8"));
        }
        return problem(
                HttpStatus.BAD_REQUEST, Say.of(cause instanceof JacksonException ? "http.notJson" : "http.noContent"));
    }

    private static Say misfit(DatabindException wrong, String path) {
        return switch (wrong) {
            case UnrecognizedPropertyException unknown ->
                Say.of(
                        "http.unknownField",
                        "name",
                        unknown.getPropertyName(),
                        "known",
                        known(unknown.getKnownPropertyIds()));
            case InvalidFormatException format ->
                Say.of("http.wrongParameter", "given", shortened(String.valueOf(format.getValue())), "name", path);
            case InvalidNullException missing -> Say.of("http.missingField", "name", path);
            default -> Say.of("http.misfit", "name", path);
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

    private static ProblemDetail problem(HttpStatus status, Refused refused) {
        ProblemDetail problem = problem(status, refused.say());
        List<Field> fields = refused.refusals().stream()
                .flatMap(r -> r.field().map(f -> new Field(f, r.say())).stream())
                .toList();
        if (!fields.isEmpty()) {
            problem.setProperty("fields", fields);
        }
        return problem;
    }

    /** In the words of whoever asked, with the code of the sentence beside them. */
    static ProblemDetail problem(HttpStatus status, Say why) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, Words.of(why));
        problem.setProperty("code", why.code());
        return problem;
    }
}
