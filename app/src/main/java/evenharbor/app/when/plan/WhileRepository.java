package evenharbor.app.when.plan;

import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.Repository;

interface WhileRepository extends Repository<WhileRow, Long> {
    WhileRow save(WhileRow row);

    void delete(WhileRow row);

    List<WhileRow> findAll();

    List<WhileRow> findBySiteIdOrderById(String siteId);

    List<WhileRow> findBySiteIdInOrderById(Collection<String> siteIds);
}
