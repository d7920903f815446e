package jordfell.server.roster;

import java.util.Optional;
import jordfell.core.diagnosis.Remedy.Action;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.release.ReleaseService.Consents;
import jordfell.server.remedy.RemedyAct;
import jordfell.server.remedy.RemedyAct.Task;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What an extension’s record mends. */
@Configuration(proxyBeanMethods = false)
class RosterRemedies {

    /** The new one fits the shortest field among the devices that have the extension. */
    @Bean
    RemedyAct newPassword(Extensions extensions, ExtensionStore store, ReleaseService releases) {
        return RemedyAct.of(
                Action.NEW_PASSWORD,
                task -> releases.releaseWith(
                        () -> extensions.setPassword(of(task, store), Optional.empty()),
                        task.device(),
                        Consents.of(task.consent())));
    }

    @Bean
    RemedyAct widenLimit(Extensions extensions, ExtensionStore store) {
        return RemedyAct.of(Action.WIDEN_LIMIT, task -> {
            Extension before = of(task, store);
            extensions.change(before, before.holding(before.contactLimit() + 1));
        });
    }

    private static Extension of(Task task, ExtensionStore store) {
        return task.facts().lines().stream()
                .filter(line -> line.position() == task.remedy().line())
                .flatMap(line -> line.extension().stream())
                .flatMap(e -> store.find(e.id()).stream())
                .findFirst()
                .orElseThrow(() -> RefusedException.notFound("extension"));
    }
}
