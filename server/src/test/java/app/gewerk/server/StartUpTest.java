package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.server.job.JobService;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

class StartUpTest {
    private static String[] arguments(String... more) {
        List<String> all = new ArrayList<>(List.of(more));
        for (String property : FreshDatabase.properties()) {
            all.add("--" + property);
        }
        all.add("--server.port=0");
        return all.toArray(String[]::new);
    }

    @Test
    void anotherAddressThanThisMachinesOwnIsRefused() {
        assertThatThrownBy(() -> new SpringApplicationBuilder(GewerkApplication.class)
                        .run(arguments("--server.address=0.0.0.0")))
                .hasStackTraceContaining("listens on this machine only");
    }

    @Test
    void theDemoTellsTwelveMachinesAndFortyJobsInEveryPlaceAndIsToldOnce() {
        String[] arguments = arguments("--gewerk.demo=true");
        try (ConfigurableApplicationContext first =
                new SpringApplicationBuilder(GewerkApplication.class).run(arguments)) {
            List<JobService.Shelf> rack = first.getBean(JobService.class).rack();
            assertThat(rack).allSatisfy(shelf -> assertThat(shelf.trays()).isNotEmpty());
            assertThat(first.getBean(JobService.class).find("", java.util.Optional.empty()).stream()
                            .map(JobService.Tray::machine)
                            .collect(Collectors.toSet()))
                    .hasSizeGreaterThanOrEqualTo(12);
        }
        try (ConfigurableApplicationContext second =
                new SpringApplicationBuilder(GewerkApplication.class).run(arguments)) {
            JobService jobs = second.getBean(JobService.class);
            List<JobService.Tray> page = jobs.find("", java.util.Optional.empty());
            assertThat(jobs.find("", java.util.Optional.of(page.getLast().id())).size() + page.size())
                    .isEqualTo(40);
        }
    }
}
