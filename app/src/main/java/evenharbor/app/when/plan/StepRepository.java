package evenharbor.app.when.plan;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

interface StepRepository extends Repository<StepRow, StepRow.Key> {
    StepRow save(StepRow row);

    List<StepRow> findBySiteIdOrderByDoneAtDesc(String siteId, Limit limit);
}
