package jordfell.server.demo;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.lab.phone.PhoneState;
import jordfell.server.handoff.Handoffs;
import jordfell.server.lab.LabService;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.PersonStore;
import jordfell.server.roster.Extensions;
import org.springframework.stereotype.Component;

/** Softphones that are handed over by a link. */
@Component
class DemoLinks {

    private final DemoGround ground;
    private final DemoPhones phones;
    private final PersonStore people;
    private final Extensions extensions;
    private final Handoffs handoffs;
    private final ExtensionStore kept;
    private final LabService lab;

    DemoLinks(
            DemoGround ground,
            DemoPhones phones,
            PersonStore people,
            Extensions extensions,
            Handoffs handoffs,
            ExtensionStore kept,
            LabService lab) {
        this.ground = ground;
        this.phones = phones;
        this.people = people;
        this.extensions = extensions;
        this.handoffs = handoffs;
        this.kept = kept;
        this.lab = lab;
    }

    /** Two pursers get softphones: one opened the link, the other let it run out. */
    void build() {
        long tarnholm = ground.tarnholm();
        Site home = ground.site("Home & aboard");
        for (String name : List.of("Henrik Dahl", "Maren Osei")) {
            long person = people.named(tarnholm, name).get(0).id();
            long extension = extensions.make(tarnholm, extensions.nextFree(tarnholm), name, Optional.of(person));
            Extension inside = kept.find(extension).orElseThrow();
            extensions.change(inside, inside.fromOutside());
            Handoffs.Made made = handoffs.make(extension, home.id(), Duration.ofMinutes(40));
            if (name.equals("Henrik Dahl")) {
                Handoffs.Opened opened = handoffs.open(made.token(), "127.0.0.1", "Quillon softphone/3.2");
                MacAddress mac = MacAddress.of(opened.mac());
                lab.unbox(PhoneState.unboxed(mac, opened.model(), "3.2", phones.address(home), opened.site())
                        .powered(true));
                lab.world().phone(mac).orElseThrow().takeFile(opened.file(), opened.revision());
            }
        }
    }
}
