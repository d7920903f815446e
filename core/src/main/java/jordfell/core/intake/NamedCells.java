package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.KIT;
import static jordfell.core.intake.IntakeColumn.SITE;
import static jordfell.core.intake.IntakeColumn.TEMPLATE;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.intake.IntakeRecords.SiteRecord;
import jordfell.core.intake.IntakeRecords.TemplateRecord;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.roster.Kit;

/** Cells that name something on record: where there is none of that name, the row asks which one is meant. */
record NamedCells(IntakeRecords records) {

    Optional<SiteRecord> site(String name, RowProblems found) {
        Optional<SiteRecord> site = records.sites().stream()
                .filter(s -> s.name().equalsIgnoreCase(name))
                .findFirst();
        if (site.isEmpty()) {
            found.ask(
                    SITE,
                    name.isEmpty() ? "Which site is it for?" : "No site is called “" + name + "”.",
                    "Choose one.",
                    "site:" + name.toLowerCase(Locale.ROOT),
                    records.sites().stream()
                            .map(s -> new Offer(s.name(), s.name()))
                            .toList());
        }
        return site;
    }

    Optional<Long> template(String name, SiteRecord site, RowProblems found) {
        if (name.isEmpty()) {
            return Optional.empty();
        }
        List<TemplateRecord> all = records.templates(site.domainId());
        Optional<TemplateRecord> named =
                all.stream().filter(t -> t.name().equalsIgnoreCase(name)).findFirst();
        if (named.isEmpty()) {
            found.ask(
                    TEMPLATE,
                    "No template is called “" + name + "”.",
                    "Choose one.",
                    "template:" + site.domainId() + ":" + name.toLowerCase(Locale.ROOT),
                    all.stream().map(t -> new Offer(t.name(), t.name())).toList());
        }
        return named.map(TemplateRecord::id);
    }

    Optional<Kit> kit(String name, SiteRecord site, RowProblems found) {
        if (name.isEmpty()) {
            return Optional.empty();
        }
        List<Kit> all = records.kits(site.domainId());
        Optional<Kit> named =
                all.stream().filter(k -> k.name().equalsIgnoreCase(name)).findFirst();
        if (named.isEmpty()) {
            found.ask(
                    KIT,
                    "No kit is called “" + name + "”.",
                    all.isEmpty() ? "Leave it empty, or make the kit in the Roster." : "Choose one.",
                    "kit:" + site.domainId() + ":" + name.toLowerCase(Locale.ROOT),
                    all.stream().map(k -> new Offer(k.name(), k.name())).toList());
        }
        return named;
    }
}
