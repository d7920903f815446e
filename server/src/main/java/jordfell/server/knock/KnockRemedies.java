package jordfell.server.knock;

import jordfell.core.diagnosis.Remedy.Action;
import jordfell.core.identity.MacAddress;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.remedy.RemedyAct;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is mended at the door. */
@Configuration(proxyBeanMethods = false)
class KnockRemedies {

    @Bean
    RemedyAct correctMac(Knocks knocks) {
        return RemedyAct.of(
                Action.CORRECT_MAC,
                task -> knocks.correct(MacAddress.of(task.remedy().target()), task.device()));
    }

    @Bean
    RemedyAct letIn(Guessers guessers, Changes changes) {
        return RemedyAct.of(Action.LET_IN, task -> {
            guessers.forget(task.remedy().target());
            changes.tell(Subject.KNOCK);
        });
    }
}
