package jordfell.server.lab;

import jordfell.core.diagnosis.Remedy.Action;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.server.problem.RefusedException;
import jordfell.server.remedy.RemedyAct;
import jordfell.server.remedy.RemedyAct.Task;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What registrars do when they are told. */
@Configuration(proxyBeanMethods = false)
class LabRemedies {

    @Bean
    RemedyAct unban(LabService lab) {
        return RemedyAct.ofTarget(Action.UNBAN, task -> {
            String[] nodeAndAddress = task.remedy().target().split(" ", 2);
            if (!lab.inWorld(world -> world.lift(nodeAndAddress[0], nodeAndAddress[1]))) {
                throw RefusedException.field(
                        "/target",
                        nodeAndAddress[0] + " does not ban " + nodeAndAddress[1] + " any more.",
                        "Look again; the phone registers by itself.");
            }
        });
    }

    @Bean
    RemedyAct dropContact(LabService lab) {
        return RemedyAct.of(Action.DROP_CONTACT, task -> {
            String domain = task.facts().domain().name();
            if (!lab.inWorld(
                    world -> world.forget(domain, number(task), task.remedy().target()))) {
                throw RefusedException.field(
                        "/target", "Nothing is registered from there any more.", "Look again at who is there.");
            }
        });
    }

    private static String number(Task task) {
        return task.facts().lines().stream()
                .filter(line -> line.position() == task.remedy().line())
                .map(LineFacts::extension)
                .flatMap(e -> e.map(ExtensionFacts::number).stream())
                .findFirst()
                .orElse("");
    }
}
