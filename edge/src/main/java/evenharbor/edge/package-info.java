/** The visitor-facing server, "this harbor". Entry point: {@link evenharbor.edge.Edge}. */
package evenharbor.edge;
