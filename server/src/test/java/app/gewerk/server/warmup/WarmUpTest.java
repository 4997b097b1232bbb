package app.gewerk.server.warmup;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.server.Api;
import app.gewerk.server.ApiTest;
import jakarta.servlet.http.Cookie;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

@ApiTest
class WarmUpTest {
    @Autowired
    private Api api;

    @Autowired
    private WarmUp warmUp;

    @Test
    void someJobsAreReadAndNothingIsChanged() {
        Cookie mara = api.stepUp("Mara");
        long id = api.job(mara, "it clicks");
        String before = api.get("/api/handback/" + id + "/job.json").text();
        assertThat(warmUp.warm()).isPositive();
        assertThat(api.get("/api/handback/" + id + "/job.json").text()).isEqualTo(before);
    }
}
