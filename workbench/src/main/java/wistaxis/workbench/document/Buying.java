package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.words.Text;
import wistaxis.core.work.GuideAnswers;

/** What a device was checked for before it was bought. */
final class Buying implements Document {
    @Override
    public Optional<Text> missing(Sheet of) {
        return run(of).isPresent() ? Optional.empty() : Optional.of(Text.of("workbench.document.no-buying-check", "number", of.ticket()
                .number()));
    }

    private static Optional<GuideRun> run(Sheet of) {
        return GuideAnswers.buyingCheck(of.ticket()).filter(w -> !w.judged().isEmpty());
    }

    @Override
    public Map<String, Object> values(Sheet of) {
        Map<String, Object> values = new HashMap<>();
        GuideRun run = run(of).orElseThrow();
        values.put("verdict", run.verdict().ofBuying());
        values.put("judged", Sheet.judged(run.judged()));
        return values;
    }
}
