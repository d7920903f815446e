package jordfell.server.release;

import java.util.List;
import jordfell.core.diagnosis.Remedy.Action;
import jordfell.server.release.ReleaseService.Consents;
import jordfell.server.remedy.RemedyAct;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What releases and their files mend. */
@Configuration(proxyBeanMethods = false)
class ReleaseRemedies {

    /** Devices of one cause are one release. */
    @Bean
    RemedyAct release(ReleaseService releases) {
        return new RemedyAct() {
            @Override
            public Action action() {
                return Action.RELEASE;
            }

            @Override
            public void perform(Task task) {
                performAll(List.of(task));
            }

            @Override
            public void performAll(List<Task> tasks) {
                releases.release(
                        tasks.stream().map(Task::device).toList(),
                        "",
                        ReleaseService.ALL_AT_ONCE,
                        Consents.of(tasks.get(0).consent()));
            }
        };
    }

    /** Devices of one cause are taken back together. */
    @Bean
    RemedyAct takeBack(WaveActs waves) {
        return new RemedyAct() {
            @Override
            public Action action() {
                return Action.TAKE_BACK;
            }

            @Override
            public void perform(Task task) {
                performAll(List.of(task));
            }

            @Override
            public void performAll(List<Task> tasks) {
                waves.takeBackFrom(
                        Long.parseLong(tasks.get(0).remedy().target()),
                        tasks.stream().map(Task::device).toList());
            }
        };
    }

    @Bean
    RemedyAct resend(ReleaseService releases) {
        return RemedyAct.of(Action.RESEND, task -> releases.resend(task.device()));
    }
}
