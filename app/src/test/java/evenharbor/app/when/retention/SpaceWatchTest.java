package evenharbor.app.when.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.atLeast;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.ArgumentCaptor;
import org.mockito.ArgumentMatchers;

/** Owners hear that their space runs out: of the highest mark that is passed, and of the same one once a month. */
class SpaceWatchTest {

    private static final long MOST = 1000;

    private final AccountSpace space = mock(AccountSpace.class);
    private final Sites sites = mock(Sites.class);
    private final Notices notices = mock(Notices.class);

    private List<News> told(String at, long used, long most) {
        Site site = mock(Site.class);
        when(site.accountId()).thenReturn("account");
        when(sites.all()).thenReturn(List.of(site, site));
        when(space.used("account")).thenReturn(used);
        new SpaceWatch(
                        space,
                        new RetentionProperties(Duration.ZERO, Duration.ZERO, most),
                        sites,
                        notices,
                        Clock.fixed(Instant.parse(at), ZoneOffset.UTC))
                .look();
        ArgumentCaptor<News> news = ArgumentCaptor.forClass(News.class);
        verify(notices, atLeast(0)).tell(news.capture(), ArgumentMatchers.<Optional<String>>any());
        return news.getAllValues();
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "749, 0", "750, 75", "899, 75", "900, 90", "979, 90", "980, 98", "2000, 98"})
    void theHighestMarkIsToldOnceForAnAccount(long used, int mark) {
        List<News> told = told("2026-11-29T10:00:00Z", used, MOST);
        assertThat(told).hasSize(mark == 0 ? 0 : 1);
        told.forEach(news -> assertThat(news.title()).isEqualTo("Your space is " + mark + " % used"));
    }

    @Test
    void theSameMarkIsTheSameNewsWithinAMonthAndAnotherInTheNext() {
        told("2026-11-01T00:00:00Z", 800, MOST);
        told("2026-11-30T23:59:59Z", 800, MOST);
        List<News> told = told("2026-12-01T00:00:00Z", 800, MOST);
        assertThat(told).extracting(News::key).containsExactly("2026-11 75", "2026-11 75", "2026-12 75");
    }

    @Test
    void withoutALimitNothingIsTold() {
        assertThat(told("2026-11-29T10:00:00Z", 5000, 0)).isEmpty();
    }
}
