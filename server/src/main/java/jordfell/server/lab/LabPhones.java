package jordfell.server.lab;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.phone.SimPhone;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import org.springframework.stereotype.Component;

/** Has something done to a phone of the Lab, in the world's order, and tells that it was. */
@Component
public class LabPhones {

    private final LabService lab;
    private final Changes changes;

    LabPhones(LabService lab, Changes changes) {
        this.lab = lab;
        this.changes = changes;
    }

    /** What a phone of the Lab shows to who looks at it. */
    public <T> T look(String mac, Function<SimPhone, T> question) {
        if (MacReader.read(mac) instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        return lab.inWorld(world -> question.apply(
                world.phone(MacAddress.of(mac)).orElseThrow(() -> RefusedException.notFound("phone in the Lab"))));
    }

    /** The same to many; to none if one of them is not there. */
    public void actAll(List<MacAddress> macs, Consumer<SimPhone> action) {
        lab.inWorld(world -> {
            List<SimPhone> all = macs.stream()
                    .map(mac -> world.phone(mac).orElseThrow(() -> RefusedException.notFound("phone in the Lab")))
                    .toList();
            all.forEach(action);
            return all.size();
        });
        changes.tell(Subject.PHONE);
    }

    void act(String mac, Consumer<SimPhone> action) {
        look(mac, phone -> {
            action.accept(phone);
            return true;
        });
        changes.tell(Subject.PHONE);
    }
}
