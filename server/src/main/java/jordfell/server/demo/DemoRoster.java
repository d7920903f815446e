package jordfell.server.demo;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitPattern;
import jordfell.core.dialing.Permission;
import jordfell.core.dialing.PickUp;
import jordfell.core.roster.Kit;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DialStore;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.GroupStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.roster.Extensions;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** What roles get, which outside numbers ring what, and numbers that nothing has used for long. */
@Component
class DemoRoster {

    private final Jdbc jdbc;
    private final DemoGround ground;
    private final DomainStore domains;
    private final DemoTemplates templates;
    private final ExtensionStore extensionStore;
    private final Extensions extensions;
    private final KitStore kits;
    private final OutsideNumberStore numbers;
    private final DialStore dials;
    private final GroupStore groups;
    private final DiversionStore diverted;

    DemoRoster(
            Jdbc jdbc,
            DemoGround ground,
            DomainStore domains,
            DemoTemplates templates,
            ExtensionStore extensionStore,
            Extensions extensions,
            KitStore kits,
            OutsideNumberStore numbers,
            DialStore dials,
            GroupStore groups,
            DiversionStore diverted) {
        this.jdbc = jdbc;
        this.ground = ground;
        this.domains = domains;
        this.templates = templates;
        this.extensionStore = extensionStore;
        this.extensions = extensions;
        this.kits = kits;
        this.numbers = numbers;
        this.dials = dials;
        this.groups = groups;
        this.diverted = diverted;
    }

    void build() {
        long tarnholm = ground.tarnholm();
        dialLists(tarnholm);
        kit(tarnholm, "Office", 2000, "Back office", false);
        kit(tarnholm, "Purser", 2000, "Back office", true);
        kit(tarnholm, "Ticket seller", 2400, "Ticket window", false);
        for (CSVRecord row : DemoTables.records("numbers.csv")) {
            long domain = ground.id(row.get("domain"));
            numbers.add(new OutsideNumberStore.Did(
                    0,
                    domain,
                    OutsideNumber.normalise(row.get("number")),
                    numbers.within(domain, row.get("extension")),
                    "",
                    row.get("prefix"),
                    row.get("note"),
                    OutsideNumberStore.Closed.NEVER,
                    1));
        }
        jdbc.update("update extension set permission_class = 'inland' where domain_id = ?", tarnholm);
        jdbc.update(
                "update extension set permission_class = 'abroad too' where domain_id = ? and number in ('2001', '2003')",
                tarnholm);
        // Numbers from before the new phones, which nothing has used since.
        for (String old : List.of("2040", "2041", "2043", "2110", "2447")) {
            long id = extensions.make(tarnholm, old, "old " + old, Optional.empty());
            jdbc.update("update extension set made_at = dateadd(day, -70, made_at) where id = ?", id);
        }
        whereCallsGo(tarnholm);
    }

    /** The ticket windows ring as one, and two places send on what nobody answers. */
    private void whereCallsGo(long domain) {
        groups.add(
                domain,
                new Callee.Group(
                        "2495",
                        "Ticket windows",
                        false,
                        Duration.ofSeconds(12),
                        List.of("2413", "2414", "2415"),
                        Optional.of("2400")));
        divert(
                domain,
                "2416",
                new Diversions(none(), Optional.of("2495"), Optional.of("2495"), Duration.ofSeconds(15), none()));
        divert(domain, "2007", Diversions.NONE.ringingAlso(Optional.of("0555012007")));
        jdbc.update(
                "update extension set pick_up_group = 'Ticket windows' where domain_id = ? and number between '2413' and '2416'",
                domain);
        numbers.add(new OutsideNumberStore.Did(
                0,
                domain,
                "+99955012498",
                OutsideNumberStore.Rings.NOTHING,
                "The winter ferry is at the quay. The pier opens on the first of April.",
                "",
                "the old summer number",
                OutsideNumberStore.Closed.NEVER,
                1));
        jdbc.update("update did set hours = 'Mo-Su 5:00-23:00', zone = 'UTC',"
                + " closed_announcement = 'The ticket windows open at five.' where e164 = '+99955012499'");
        divert(domain, "2447", new Diversions(Optional.of("2416"), none(), none(), Diversions.USUAL, none()));
    }

    private void divert(long domain, String number, Diversions diversions) {
        Extension extension = extensionStore.byNumber(domain, number).orElseThrow();
        diverted.change(extension.id(), diversions, extension.version());
    }

    private static Optional<String> none() {
        return Optional.empty();
    }

    /** Free numbers pass before those abroad are refused. */
    private void dialLists(long domain) {
        Change withoutTheZero = new Change(1, "");
        long free = list(domain, "Free of charge", rule("00800x.", new DialTarget.Outside(withoutTheZero), ""));
        long notAbroad = list(
                domain,
                "Not abroad",
                rule("000x.", new DialTarget.Refused("ask a lead"), "Lena, after the August bill"));
        long outside = list(
                domain,
                "Outside",
                rule("0[1-9]x.", new DialTarget.Outside(withoutTheZero), ""),
                rule("00[1-9]x.", new DialTarget.Outside(withoutTheZero), "with an area code"));
        long taking = list(
                domain,
                "Taking calls",
                rule("*7", new DialTarget.Service(PickUp.SERVICE), "any that rings in the pick-up group"),
                rule("*7xxxx", new DialTarget.Service(PickUp.SERVICE), "the one that rings at this extension"));
        long abroad = list(domain, "Abroad", rule("000x.", new DialTarget.Outside(new Change(3, "+")), ""));
        dials.add(domain, new Permission(0, "inland", List.of(taking, free, notAbroad, outside)));
        dials.add(domain, new Permission(0, "abroad too", List.of(taking, free, abroad, outside)));
    }

    private long list(long domain, String name, DialList.Rule... rules) {
        return dials.add(domain, new DialList(0, name, List.of(rules)));
    }

    private static DialList.Rule rule(String pattern, DialTarget target, String note) {
        return new DialList.Rule(DigitPattern.of(pattern), target, note);
    }

    private void kit(long domain, String name, int block, String template, boolean softphone) {
        List<Kit.KitDevice> devices = new ArrayList<>();
        devices.add(new Kit.KitDevice(
                DeviceKind.DESK_PHONE, Optional.of("korrin-k24"), Optional.of(templates.id(template))));
        if (softphone) {
            devices.add(new Kit.KitDevice(DeviceKind.SOFTPHONE, Optional.of("quillon"), Optional.empty()));
        }
        kits.add(new Kit(
                0,
                domain,
                name,
                domains.get(domain).blocks().stream()
                        .filter(b -> b.first() == block)
                        .findFirst(),
                softphone ? 3 : 2,
                softphone,
                softphone ? "abroad too" : "inland",
                4,
                devices,
                new Kit.Formulas("{{person.name}}", "{{extension.number}}-a", "")));
    }
}
