/**
 * Answers to visitors: negotiation, conditional requests and ranges over contents held in memory or on disk. Entry
 * point: {@link evenharbor.edge.serve.VisitorHandler}.
 */
package evenharbor.edge.serve;
