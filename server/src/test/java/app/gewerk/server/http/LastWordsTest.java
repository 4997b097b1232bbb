package app.gewerk.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.ServletException;
import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.mock.web.MockHttpServletRequest;

class LastWordsTest {
    private final LastWordsController lastWords = new LastWordsController(new Problems());

    private HttpStatus said(Object thrown) {
        MockHttpServletRequest request = new MockHttpServletRequest();
        request.setAttribute(RequestDispatcher.ERROR_STATUS_CODE, 500);
        request.setAttribute(RequestDispatcher.ERROR_EXCEPTION, thrown);
        return HttpStatus.valueOf(lastWords.error(request).getStatusCode().value());
    }

    /** The connection breaks while it is looked up who asks: that is the database's doing, and one may try again. */
    @Test
    void aDatabaseThatGoesWhileItIsLookedUpWhoAsksIsAwayNotABug() {
        RuntimeException broken = new DataAccessResourceFailureException("x", new SQLException("gone", "08006"));
        assertThat(said(broken)).isEqualTo(HttpStatus.SERVICE_UNAVAILABLE);
        assertThat(said(new ServletException(broken))).isEqualTo(HttpStatus.SERVICE_UNAVAILABLE);
        assertThat(said(new IllegalStateException("ours"))).isEqualTo(HttpStatus.INTERNAL_SERVER_ERROR);
    }
}
