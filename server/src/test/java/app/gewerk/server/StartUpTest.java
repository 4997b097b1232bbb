package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.server.account.AccountService;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

@Tag("slow")
class StartUpTest {
    private static String[] arguments(String[] database, String... more) {
        List<String> all = new ArrayList<>(List.of(more));
        for (String property : database) {
            all.add("--" + property);
        }
        all.add("--server.port=0");
        return all.toArray(String[]::new);
    }

    @Test
    void anotherAddressThanThisMachinesOwnIsRefused() {
        assertThatThrownBy(() -> new SpringApplicationBuilder(GewerkApplication.class)
                        .run(arguments(FreshDatabase.properties(), "--server.address=0.0.0.0")))
                .hasStackTraceContaining("listens on this machine only");
    }

    @Test
    void theDemoTellsTwelveMachinesAndFortyJobsInEveryPlaceAndIsToldOnce() throws Exception {
        String[] database = FreshDatabase.properties();
        String[] arguments = arguments(database, "--gewerk.demo=true");
        try (ConfigurableApplicationContext first =
                new SpringApplicationBuilder(GewerkApplication.class).run(arguments)) {
            assertThat(looking(first, JobService::rack))
                    .allSatisfy(shelf -> assertThat(shelf.trays()).isNotEmpty());
            assertThat(looking(first, (jobs, here) -> jobs.find(here, "", Optional.empty())).stream()
                            .map(JobService.Tray::machine)
                            .collect(Collectors.toSet()))
                    .hasSizeGreaterThanOrEqualTo(12);
            // Afterwards nobody has a PIN, and none of the names is told to strangers.
            ShopService shop = first.getBean(ShopService.class);
            first.getBean(AccountService.class).begin(shop.entrance(), "Ilva", "a file and an old gear");
        }
        try (ConfigurableApplicationContext second =
                new SpringApplicationBuilder(GewerkApplication.class).run(arguments)) {
            int found = looking(second, (jobs, here) -> {
                List<JobService.Tray> page = jobs.find(here, "", Optional.empty());
                return page.size()
                        + jobs.find(here, "", Optional.of(page.getLast().id())).size();
            });
            assertThat(found).isEqualTo(40);
        }
        assertNothingToldIsKeptAsASentence(FreshDatabase.url(database));
    }

    /** Facts are kept, not what is said of them: no row of a filled database holds a piece of the catalogue's English. */
    private static void assertNothingToldIsKeptAsASentence(String url) throws Exception {
        List<String> pieces = new ArrayList<>();
        Properties english = new Properties();
        try (var words = new InputStreamReader(
                Objects.requireNonNull(StartUpTest.class.getResourceAsStream("/words/en.properties")),
                StandardCharsets.UTF_8)) {
            english.load(words);
        }
        for (Object pattern : english.values()) {
            for (String piece : ((String) pattern).replace("''", "'").split("\\{[^{}]*}|[{}]")) {
                if (piece.strip().length() >= 16 && piece.strip().contains(" ")) {
                    pieces.add(piece.strip());
                }
            }
        }
        assertThat(pieces).hasSizeGreaterThan(150);
        int rows = 0;
        try (Connection owner = DriverManager.getConnection(
                        url, System.getenv("GEWERK_TEST_DB_USER"), System.getenv("GEWERK_TEST_DB_PASSWORD"));
                Statement sql = owner.createStatement()) {
            List<String> tables = new ArrayList<>();
            ResultSet named = sql.executeQuery("select table_name from information_schema.tables "
                    + "where table_schema = 'public' and table_type = 'BASE TABLE' and table_name not like 'attachment%' "
                    // What sellers call their goods, and a shop the things on its shelf, was typed by them; a letter is
                    // kept as it went out.
                    + "and table_name not in ('listed_item', 'stock_item', 'part_number', 'part_companion', "
                    + "'owner_message')");
            while (named.next()) {
                tables.add(named.getString(1));
            }
            for (String table : tables) {
                ResultSet row = sql.executeQuery("select t::text from " + table + " t");
                while (row.next()) {
                    rows++;
                    String kept = row.getString(1);
                    assertThat(pieces.stream().filter(kept::contains).toList())
                            .as("%s: %s", table, kept)
                            .isEmpty();
                }
            }
        }
        assertThat(rows).isGreaterThan(1000);
    }

    private static <T> T looking(ConfigurableApplicationContext gewerk, BiFunction<JobService, Here, T> look) {
        ShopService shop = gewerk.getBean(ShopService.class);
        Here here = shop.welcome(shop.entrance(), "Ilva");
        return gewerk.getBean(ShopScope.class)
                .in(here.shopId(), () -> look.apply(gewerk.getBean(JobService.class), here));
    }
}
