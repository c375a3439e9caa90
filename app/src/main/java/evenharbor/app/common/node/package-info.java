/** The name of this process among those that share the database. Entry point: {@link evenharbor.app.common.node.NodeName}. */
package evenharbor.app.common.node;
