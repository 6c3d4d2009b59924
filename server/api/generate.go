// Package api is generated from api/openapi.yaml: the models of the wire, the
// interface that the handlers implement, and the contract itself.
package api

//go:generate go tool oapi-codegen -config oapi-codegen.yaml ../../api/openapi.yaml
