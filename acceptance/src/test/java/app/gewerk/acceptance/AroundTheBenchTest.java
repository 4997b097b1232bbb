package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What goes on around the bench: owners are written to, work is broken off, nobody works on a Sunday. */
class AroundTheBenchTest {
    private static final LocatorAssertions.ContainsTextOptions SOON =
            new LocatorAssertions.ContainsTextOptions().setTimeout(20_000);

    private static Technician ilva() {
        Technician ilva = new Technician(RunningGewerk.demoToLookAt());
        ilva.open("/");
        ilva.stepUpAs("Ilva");
        return ilva;
    }

    @Test
    void anOwnerWhoWasNotReachedIsWrittenToAtAnotherAddress() {
        try (Technician ilva = ilva()) {
            Locator notReached = ilva.role(AriaRole.REGION, "Owners not reached");
            assertThat(notReached).containsText("the mailbox is full", SOON);
            notReached.getByRole(AriaRole.LINK).first().click();
            Locator sent = ilva.role(AriaRole.LIST, "What was sent");
            assertThat(sent).containsText("came back: the mailbox is full");
            assertThat(ilva.field("telephone or mail")).hasValue("full@post.example");
            ilva.field("telephone or mail").fill("ring her");
            ilva.page.reload();
            assertThat(ilva.field("telephone or mail")).hasValue("ring her");
            ilva.button("Send it").click();
            assertThat(ilva.page.getByRole(AriaRole.ALERT))
                    .containsText("neither a telephone number nor a mail address");
            ilva.field("telephone or mail").fill("0555 / 01 18");
            ilva.field("it is ready").fill("Your projector is ready. We are here until six.");
            ilva.button("Send it").click();
            assertThat(sent.getByRole(AriaRole.LISTITEM).first()).containsText("to 05550118: arrived", SOON);
            assertThat(ilva.field("it is ready")).hasValue(Pattern.compile("^Good day"));
            ilva.open("/");
            assertThat(ilva.text("What to take up next")).isVisible();
            assertThat(notReached).isHidden();
            assertThat(ilva.complaints()).isEmpty();
        }
    }

    @Test
    void whoIsCalledAwayPressesOneKeyAndAnotherToBeBack() {
        try (Technician ilva = ilva()) {
            Locator counted = ilva.role(AriaRole.REGION, "Interruptions");
            assertThat(counted).containsText("In four weeks 11, which took 111 min");
            ilva.go("/job/20");
            assertThat(ilva.page.getByRole(AriaRole.MAIN)).isVisible();
            ilva.press("i");
            Locator away = ilva.role(AriaRole.STATUS, "Interruptions");
            assertThat(away).containsText("Called away since");
            away.getByText("the telephone").click();
            assertThat(away.getByText("the telephone")).hasAttribute("aria-pressed", "true");
            // Another page, and a reload: still away. What it takes lately is asked for now and comes late.
            List<Runnable> late = new ArrayList<>();
            ilva.page.route("**/api/dayplan", asked -> {
                if (late.isEmpty()) {
                    APIResponse from = asked.fetch();
                    late.add(() -> asked.fulfill(new Route.FulfillOptions().setResponse(from)));
                } else {
                    asked.resume();
                }
            });
            ilva.open("/");
            assertThat(away).containsText("Called away since");
            assertThat(away.getByText("the telephone")).hasAttribute("aria-pressed", "true");
            ilva.page.waitForCondition(() -> !late.isEmpty());
            ilva.press("i");
            assertThat(away).isHidden();
            late.getFirst().run();
            assertThat(counted).containsText("In four weeks 12");
            assertThat(counted).containsText("the telephone 4 times");
        }
    }

    @Test
    void theWeekTheLeaveAndWhoCanDoWhatAreSaidAndThePlanFollows() {
        try (Technician ilva = ilva()) {
            Locator days = ilva.role(AriaRole.REGION, "What could be promised for one more")
                    .getByRole(AriaRole.LISTITEM);
            LocalDate tomorrow = LocalDate.now().plusDays(1);
            while (tomorrow.getDayOfWeek() == DayOfWeek.SATURDAY || tomorrow.getDayOfWeek() == DayOfWeek.SUNDAY) {
                tomorrow = tomorrow.plusDays(1);
            }
            String day = tomorrow.getDayOfMonth() + " ";
            assertThat(days.filter(new Locator.FilterOptions().setHasText(Pattern.compile("\\b" + day)))
                            .first())
                    .isVisible();
            ilva.text(Pattern.compile("^Reckoned with 420 min")).click();
            ilva.field("first day").fill(tomorrow.toString());
            ilva.button("Closed then").click();
            ilva.field("Tomas").check();
            ilva.field("Ilva").check();
            ilva.field("Ilva: mains, high voltage").check();
            ilva.button("Reckon with this").click();
            assertThat(ilva.text("Reckoned with 420 min at the bench on 5 days of the week, 2 pairs of hands"))
                    .isVisible();
            assertThat(days.filter(new Locator.FilterOptions().setHasText(Pattern.compile("\\b" + day))))
                    .hasCount(0);
            Locator plan = ilva.role(AriaRole.REGION, "What to take up next");
            assertThat(plan.getByRole(AriaRole.HEADING)).hasText(new String[] {"Ilva", "Tomas"});
            // A slide projector hangs on the mains: it is Ilva's.
            Locator tomas = plan.getByRole(AriaRole.HEADING).last().locator("..");
            assertThat(tomas).not().containsText("Slidewell");
            // While she is away it is nobody's.
            ilva.field("Ilva").uncheck();
            ilva.page.reload();
            ilva.text(Pattern.compile("^Reckoned with 420 min")).click();
            assertThat(ilva.field("Ilva")).not().isChecked();
            ilva.button("Reckon with this").click();
            assertThat(ilva.role(AriaRole.REGION, "Nobody at the bench can")).containsText("mains, high voltage");
            ilva.button("open after all").click();
            ilva.field("Tomas").uncheck();
            ilva.field("Ilva: mains, high voltage").uncheck();
            ilva.button("Reckon with this").click();
            assertThat(ilva.text("Reckoned with 420 min at the bench on 5 days of the week, one pair of hands"))
                    .isVisible();
            assertThat(ilva.complaints()).isEmpty();
        }
    }
}
