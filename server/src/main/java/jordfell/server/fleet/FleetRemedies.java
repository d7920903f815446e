package jordfell.server.fleet;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import jordfell.core.device.ManyWish;
import jordfell.core.diagnosis.Remedy.Action;
import jordfell.core.ground.Site;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.release.ReleaseService.Consents;
import jordfell.server.remedy.RemedyAct;
import jordfell.server.remedy.RemedyAct.Task;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What a device’s own record mends, and what it is told. */
@Configuration(proxyBeanMethods = false)
class FleetRemedies {

    @Bean
    RemedyAct restart(Restarts restarts) {
        return RemedyAct.of(Action.RESTART, task -> restarts.restart(task.device()));
    }

    @Bean
    RemedyAct testCall(DeviceCase cases, TestCalls calls) {
        return RemedyAct.of(
                Action.TEST_CALL, task -> cases.open(task.device()).ifPresent(opened -> calls.call(opened.records())));
    }

    /** The lines change places on record, and that is released. */
    @Bean
    RemedyAct swapLines(DeviceChanges changes, ReleaseService releases) {
        return RemedyAct.of(
                Action.SWAP_LINES,
                task -> releases.releaseWith(
                        () -> changes.swapFirstLines(task.device()), task.device(), Consents.of(task.consent())));
    }

    @Bean
    RemedyAct changeModel(BulkEdit edit) {
        return RemedyAct.of(
                Action.CHANGE_MODEL,
                edited(edit, task -> new ManyWish(null, null, task.remedy().target(), null)));
    }

    @Bean
    RemedyAct moveSite(BulkEdit edit, SiteStore sites) {
        return RemedyAct.of(Action.MOVE_SITE, edited(edit, task -> {
            Site site = sites.all().stream()
                    .filter(s -> s.name().equals(task.remedy().target()))
                    .findFirst()
                    .orElseThrow(() -> RefusedException.notFound("site"));
            return new ManyWish(site.id(), null, null, null);
        }));
    }

    private static Consumer<Task> edited(BulkEdit edit, Function<Task, ManyWish> wish) {
        return task -> edit.apply(List.of(task.device()), wish.apply(task));
    }
}
