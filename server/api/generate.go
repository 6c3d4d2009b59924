// Package api is generated from api/openapi.yaml: the models of the wire and the
// interface that the handlers implement.
package api

//go:generate go tool oapi-codegen -config oapi-codegen.yaml ../../api/openapi.yaml
