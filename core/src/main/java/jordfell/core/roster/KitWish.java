package jordfell.core.roster;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.LongPredicate;
import java.util.function.Predicate;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A kit as somebody writes it.
 *
 * @param blockFirst where its block begins; 0 for any block
 * @param pinDigits 0 for no voicemail
 */
public record KitWish(
        @Nullable String name,
        int blockFirst,
        int contactLimit,
        boolean outside,
        @Nullable String permissionClass,
        int pinDigits,
        List<DeviceWish> devices,
        Kit.Formulas formulas) {

    private static final int LONGEST_NAME = 60;

    /** A device of a kit, a desk phone unless another kind is said: of any model of its kind, or of one; with the kit's template, or without. */
    public record DeviceWish(
            @Nullable DeviceKind kind,
            @Nullable String modelId,
            @Nullable Long templateId) {

        DeviceKind kindOrDesk() {
            return Optional.ofNullable(kind).orElse(DeviceKind.DESK_PHONE);
        }

        private Optional<String> model() {
            return Optional.ofNullable(modelId).map(String::strip).filter(m -> !m.isEmpty());
        }

        private Optional<Long> template() {
            return Optional.ofNullable(templateId).filter(t -> t > 0);
        }
    }

    /**
     * The kit with this number, or all that is wrong.
     *
     * @param models finds a model by its key
     * @param isTemplate whether this domain has a template of this number
     * @param isPermission whether it has a permission of this name
     */
    public Checked<Kit> checked(
            long id,
            Domain domain,
            Function<String, Optional<DeviceModel>> models,
            LongPredicate isTemplate,
            Predicate<String> isPermission) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        Optional<Block> block =
                domain.blocks().stream().filter(b -> b.first() == blockFirst).findFirst();
        if (blockFirst != 0 && block.isEmpty()) {
            problems.add("blockFirst", "There is no such block.", "Choose one of the domain’s blocks.");
        }
        problems.between(contactLimit, 1, ExtensionDetails.MOST_DEVICES, "contactLimit", "contact limit");
        String permissions =
                problems.text(permissionClass, "permissionClass", "permission class", ExtensionDetails.LONGEST_CLASS);
        ExtensionDetails.checkPermission(permissions, isPermission, problems);
        if (pinDigits != 0) {
            problems.between(pinDigits, Pin.SHORTEST, Pin.LONGEST, "pinDigits", "number of digits");
        }
        devicesIn(problems, models, isTemplate);
        new KitDerivation(formulas)
                .problems()
                .forEach(p -> problems.add(
                        p.field(), p.reason(), "Such as {{person.name}} or = person.first + ' ' + extension.number."));
        return problems.otherwise(() -> new Kit(
                id,
                domain.id(),
                called,
                block,
                contactLimit,
                outside,
                permissions,
                pinDigits,
                devices.stream()
                        .map(d -> new Kit.KitDevice(d.kindOrDesk(), d.model(), d.template()))
                        .toList(),
                formulas));
    }

    private void devicesIn(
            FieldProblems problems, Function<String, Optional<DeviceModel>> models, LongPredicate isTemplate) {
        if (contactLimit > 0 && devices.size() > contactLimit) {
            problems.add(
                    "devices",
                    devices.size() + " devices share the extension, and it may be on " + contactLimit + ".",
                    "Raise the contact limit, or take a device out.");
        }
        for (DeviceWish device : devices) {
            boolean isOfItsKind = device.model()
                    .map(m -> models.apply(m)
                            .filter(found -> found.kind() == device.kindOrDesk())
                            .isPresent())
                    .orElse(true);
            if (!isOfItsKind) {
                problems.add("devices", "There is no such model.", "Choose one of its kind.");
            }
            if (device.template().filter(t -> !isTemplate.test(t)).isPresent()) {
                problems.add("devices", "There is no such template in this domain.", "Choose one of it, or none.");
            }
        }
    }
}
