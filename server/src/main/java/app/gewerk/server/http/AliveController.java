package app.gewerk.server.http;

import io.swagger.v3.oas.annotations.Hidden;
import javax.sql.DataSource;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether this process can work: asked by whoever started it, and by a proxy that shares requests out. */
@Hidden
@RestController
class AliveController {
    static final String PATH = "/api/alive";

    private final JdbcTemplate database;

    AliveController(DataSource database) {
        this.database = new JdbcTemplate(database);
    }

    @GetMapping(PATH)
    @Needs.Nothing
    ResponseEntity<Void> alive() {
        database.queryForObject("select 1", Integer.class);
        return ResponseEntity.noContent().build();
    }
}
