package app.gewerk.server.http;

import app.gewerk.core.words.Say;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is said when a request failed before it came to any controller. */
@Hidden
@RestController
class LastWordsController implements ErrorController {
    private final Problems problems;

    LastWordsController(Problems problems) {
        this.problems = problems;
    }

    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        // Who asks is looked up in the database, before any controller.
        if (thrown(request) instanceof RuntimeException failed
                && (failed instanceof DataAccessException || failed instanceof TransactionException)) {
            ProblemDetail problem = problems.database(failed);
            return ResponseEntity.status(problem.getStatus()).body(problem);
        }
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus known = code instanceof Integer number ? HttpStatus.resolve(number) : null;
        HttpStatus status = known == null ? HttpStatus.NOT_FOUND : known;
        return ResponseEntity.status(status).body(Problems.problem(status, words(status)));
    }

    private static @Nullable Throwable thrown(HttpServletRequest request) {
        Object thrown = request.getAttribute(RequestDispatcher.ERROR_EXCEPTION);
        return thrown instanceof ServletException wrapped && wrapped.getRootCause() != null
                ? wrapped.getRootCause()
                : (Throwable) thrown;
    }

    private static Say words(HttpStatus status) {
        return switch (status) {
            case NOT_FOUND -> Say.of("http.nothingHere");
            case FORBIDDEN -> Say.of("http.notFromHere");
            default -> Say.of(status.is4xxClientError() ? "http.notUnderstood" : "http.bug");
        };
    }
}
